import { DataTypes, type Model, type Sequelize } from 'sequelize';
import type { BookActKind } from '../../contract';

export interface BookActRow {
  id: string;
  classId: string;
  byUser: string;
  /** counts up for each person in each class */
  place: number;
  at: Date;
  kind: BookActKind;
  cells: number;
  undone: boolean;
  /** cannot be done again: something else was done after it was undone */
  gone: boolean;
}
export interface BookChangeRow {
  actId: string;
  assignmentId: string;
  studentId: string;
  valueBefore: unknown;
  valueAfter: unknown;
}

export function defineMarkBook(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  const { STRING, INTEGER, BOOLEAN, JSON } = DataTypes;
  return {
    acts: sequelize.define<Model<BookActRow>>(
      'bookAct',
      {
        id: key(),
        classId: STRING,
        byUser: STRING,
        place: INTEGER,
        at: DataTypes.DATE(3),
        kind: STRING,
        cells: INTEGER,
        undone: BOOLEAN,
        gone: BOOLEAN,
      },
      { tableName: 'book_acts' },
    ),
    changes: sequelize.define<Model<BookChangeRow>>(
      'bookChange',
      { actId: key(), assignmentId: key(), studentId: key(), valueBefore: JSON, valueAfter: JSON },
      { tableName: 'book_changes' },
    ),
  };
}
