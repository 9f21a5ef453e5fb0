import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface ExceptionRow {
  id: string;
  assignmentId: string;
  studentId: string;
  setsOpens: boolean;
  setsDue: boolean;
  setsCloses: boolean;
  opensAt: Date | null;
  dueAt: Date | null;
  closesAt: Date | null;
  excused: boolean;
  reason: string;
  givenBy: string;
  givenAt: Date;
}

export const defineExceptions = (sequelize: Sequelize) =>
  sequelize.define<Model<ExceptionRow>>(
    'oneOffException',
    {
      id: { type: DataTypes.STRING(36), primaryKey: true },
      assignmentId: DataTypes.STRING,
      studentId: DataTypes.STRING,
      setsOpens: DataTypes.BOOLEAN,
      setsDue: DataTypes.BOOLEAN,
      setsCloses: DataTypes.BOOLEAN,
      opensAt: DataTypes.DATE(3),
      dueAt: DataTypes.DATE(3),
      closesAt: DataTypes.DATE(3),
      excused: DataTypes.BOOLEAN,
      reason: DataTypes.STRING,
      givenBy: DataTypes.STRING,
      givenAt: DataTypes.DATE(3),
    },
    { tableName: 'one_off_exceptions' },
  );
