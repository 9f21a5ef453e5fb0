import type { LocalDate, RegisterMark } from '@jolly/core';
import { DataTypes, type Model, type Sequelize } from 'sequelize';

/** Something that was said of a student in a lesson; the last that was said holds. */
export interface RegisterFactRow {
  n: number;
  classId: string;
  studentId: string;
  day: LocalDate;
  lesson: string;
  mark: RegisterMark;
  minutes: number | null;
  reason: string;
  byUser: string;
  at: Date;
}
export interface RegisterTakenRow {
  classId: string;
  day: LocalDate;
  lesson: string;
  byUser: string;
  at: Date;
}
export interface ToldAbsenceRow {
  id: string;
  studentId: string;
  familyId: string;
  fromDay: LocalDate;
  toDay: LocalDate;
  reason: string;
  madeAt: Date;
}

export function defineRegister(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  const moment = DataTypes.DATE(3);
  return {
    facts: sequelize.define<Model<RegisterFactRow, Omit<RegisterFactRow, 'n'>>>(
      'registerFact',
      {
        n: { type: DataTypes.BIGINT, primaryKey: true, autoIncrement: true },
        classId: DataTypes.STRING,
        studentId: DataTypes.STRING,
        day: DataTypes.STRING,
        lesson: DataTypes.STRING,
        mark: DataTypes.STRING,
        minutes: DataTypes.INTEGER,
        reason: DataTypes.STRING,
        byUser: DataTypes.STRING,
        at: moment,
      },
      { tableName: 'register_facts' },
    ),
    taken: sequelize.define<Model<RegisterTakenRow>>(
      'registerTaken',
      { classId: key(), day: key(), lesson: key(), byUser: DataTypes.STRING, at: moment },
      { tableName: 'registers_taken' },
    ),
    seats: sequelize.define<Model<{ classId: string; studentIds: unknown }>>(
      'seatOrder',
      { classId: key(), studentIds: DataTypes.JSON },
      { tableName: 'seat_orders' },
    ),
    told: sequelize.define<Model<ToldAbsenceRow>>(
      'toldAbsence',
      {
        id: key(),
        studentId: DataTypes.STRING,
        familyId: DataTypes.STRING,
        fromDay: DataTypes.STRING,
        toDay: DataTypes.STRING,
        reason: DataTypes.STRING,
        madeAt: moment,
      },
      { tableName: 'told_absences' },
    ),
    answers: sequelize.define<Model<{ absenceId: string; classId: string; byUser: string; at: Date }>>(
      'absenceAnswer',
      { absenceId: key(), classId: key(), byUser: DataTypes.STRING, at: moment },
      { tableName: 'absence_answers' },
    ),
  };
}
