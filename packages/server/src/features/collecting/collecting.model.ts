import { DataTypes, type Model, type Sequelize } from 'sequelize';
import type { ClassMark } from '../../contract';

export interface NudgeRow {
  id: string;
  assignmentId: string;
  studentId: string;
  /** in the class's time */
  day: string;
  at: Date;
  byUser: string;
  text: string;
}
export interface ClassMarkRow {
  assignmentId: string;
  studentId: string;
  mark: ClassMark;
  byUser: string;
  at: Date;
}

export function defineCollecting(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  const { STRING, DATEONLY } = DataTypes;
  const time = DataTypes.DATE(3);
  return {
    nudges: sequelize.define<Model<NudgeRow>>(
      'nudge',
      { id: key(), assignmentId: STRING, studentId: STRING, day: DATEONLY, at: time, byUser: STRING, text: STRING },
      { tableName: 'nudges' },
    ),
    marks: sequelize.define<Model<ClassMarkRow>>(
      'classMark',
      { assignmentId: key(), studentId: key(), mark: STRING, byUser: STRING, at: time },
      { tableName: 'class_marks' },
    ),
  };
}
