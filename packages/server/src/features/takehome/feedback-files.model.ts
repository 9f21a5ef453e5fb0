import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface FeedbackFileRow {
  id: string;
  pieceId: string;
  fingerprint: string;
  name: string;
  size: number;
  mediaType: string;
  byUser: string;
  addedAt: Date;
  /** null: kept back until the piece is returned */
  returnedAt: Date | null;
  kind: 'file' | 'voice';
}

export function defineFeedbackFiles(sequelize: Sequelize) {
  const { STRING, BIGINT } = DataTypes;
  const time = DataTypes.DATE(3);
  return sequelize.define<Model<FeedbackFileRow>>(
    'feedbackFile',
    {
      id: { type: STRING(36), primaryKey: true },
      pieceId: STRING,
      fingerprint: STRING,
      name: STRING,
      size: BIGINT,
      mediaType: STRING,
      byUser: STRING,
      addedAt: time,
      returnedAt: time,
      kind: STRING,
    },
    { tableName: 'feedback_files' },
  );
}
