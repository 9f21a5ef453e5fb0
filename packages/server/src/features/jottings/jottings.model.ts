import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface JottingRow {
  id: string;
  classId: string;
  studentId: string;
  byUser: string;
  kind: 'talk' | 'toSpeak';
  text: string;
  at: Date;
  doneAt: Date | null;
}

export const defineJottings = (sequelize: Sequelize) =>
  sequelize.define<Model<JottingRow>>(
    'jotting',
    {
      id: { type: DataTypes.STRING(36), primaryKey: true },
      classId: DataTypes.STRING,
      studentId: DataTypes.STRING,
      byUser: DataTypes.STRING,
      kind: DataTypes.STRING,
      text: DataTypes.STRING,
      at: DataTypes.DATE(3),
      doneAt: DataTypes.DATE(3),
    },
    { tableName: 'jottings' },
  );
