import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface MarginNoteRow {
  id: string;
  workId: string;
  /** of the hand-in it is written on */
  versionNo: number;
  place: unknown;
  text: string;
  spoken: unknown;
  byUser: string;
  at: Date;
  /** null: kept back until the piece is returned or sent back */
  shownAt: Date | null;
  settledAt: Date | null;
  settledBy: string | null;
  version: number;
}
export interface NoteAnswerRow {
  id: string;
  noteId: string;
  byUser: string;
  at: Date;
  text: string;
}
export interface NoteReadRow {
  workId: string;
  userId: string;
  readAt: Date;
}

export function defineNotes(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  const { STRING, INTEGER, JSON } = DataTypes;
  const time = DataTypes.DATE(3);
  return {
    notes: sequelize.define<Model<MarginNoteRow>>(
      'marginNote',
      {
        id: key(),
        workId: STRING,
        versionNo: INTEGER,
        place: JSON,
        text: STRING,
        spoken: JSON,
        byUser: STRING,
        at: time,
        shownAt: time,
        settledAt: time,
        settledBy: STRING,
        version: INTEGER,
      },
      { tableName: 'margin_notes' },
    ),
    answers: sequelize.define<Model<NoteAnswerRow>>(
      'noteAnswer',
      { id: key(), noteId: STRING, byUser: STRING, at: time, text: STRING },
      { tableName: 'note_answers' },
    ),
    reads: sequelize.define<Model<NoteReadRow>>('noteRead', { workId: key(), userId: key(), readAt: time }, { tableName: 'note_reads' }),
  };
}
