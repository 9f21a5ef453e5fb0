import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface StandingRow {
  id: string;
  studentId: string;
  kind: 'none' | 'schoolDays' | 'days' | 'percent';
  amount: number;
  validFrom: string | null;
  validTo: string | null;
  reason: string;
  quizTimePercent: number | null;
  waivesLate: boolean;
  givenBy: string;
  givenAt: Date;
  version: number;
}
export interface StandingClassRow {
  exceptionId: string;
  classId: string;
}

export function defineStanding(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  return {
    standing: sequelize.define<Model<StandingRow>>(
      'standingException',
      {
        id: key(),
        studentId: DataTypes.STRING,
        kind: DataTypes.STRING,
        amount: DataTypes.INTEGER,
        validFrom: DataTypes.DATEONLY,
        validTo: DataTypes.DATEONLY,
        reason: DataTypes.STRING,
        quizTimePercent: DataTypes.INTEGER,
        waivesLate: DataTypes.BOOLEAN,
        givenBy: DataTypes.STRING,
        givenAt: DataTypes.DATE(3),
        version: DataTypes.INTEGER,
      },
      { tableName: 'standing_exceptions' },
    ),
    standingClasses: sequelize.define<Model<StandingClassRow>>(
      'standingExceptionClass',
      { exceptionId: key(), classId: key() },
      { tableName: 'standing_exception_classes' },
    ),
  };
}
