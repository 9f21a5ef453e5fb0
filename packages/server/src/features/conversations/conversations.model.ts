import { DataTypes, type Model, type Sequelize } from 'sequelize';

/** Whose conversation it is: one student's, about one assignment. */
export interface About {
  assignmentId: string;
  studentId: string;
}
export interface MessageRow extends About {
  id: string;
  byUser: string;
  at: Date;
  text: string;
}
export interface MessageFileRow extends About {
  id: string;
  byUser: string;
  /** null: put up, not sent */
  messageId: string | null;
  fingerprint: string;
  name: string;
  size: number;
  mediaType: string;
  addedAt: Date;
}
export interface MessageReadRow extends About {
  userId: string;
  readAt: Date;
}

export function defineConversations(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  const { STRING, TEXT, BIGINT } = DataTypes;
  const time = DataTypes.DATE(3);
  const about = { assignmentId: STRING, studentId: STRING };
  return {
    messages: sequelize.define<Model<MessageRow>>(
      'pieceMessage',
      { id: key(), ...about, byUser: STRING, at: time, text: TEXT },
      { tableName: 'piece_messages' },
    ),
    files: sequelize.define<Model<MessageFileRow>>(
      'messageFile',
      {
        id: key(),
        ...about,
        byUser: STRING,
        messageId: STRING,
        fingerprint: STRING,
        name: STRING,
        size: BIGINT,
        mediaType: STRING,
        addedAt: time,
      },
      { tableName: 'message_files' },
    ),
    reads: sequelize.define<Model<MessageReadRow>>(
      'messageRead',
      { assignmentId: key(), studentId: key(), userId: key(), readAt: time },
      { tableName: 'message_reads' },
    ),
  };
}
