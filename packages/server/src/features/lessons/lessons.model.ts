import type { LocalDate } from '@jolly/core';
import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface TimetableRow {
  classId: string;
  rules: unknown;
  weekA: LocalDate | null;
  countsClosedWeeks: boolean;
  /** a teacher has opened the live room until then */
  roomOpenUntil: Date | null;
  version: number;
}

export const defineTimetables = (sequelize: Sequelize) =>
  sequelize.define<Model<TimetableRow>>(
    'timetable',
    {
      classId: { type: DataTypes.STRING(36), primaryKey: true },
      rules: DataTypes.JSON,
      weekA: DataTypes.STRING,
      countsClosedWeeks: DataTypes.BOOLEAN,
      roomOpenUntil: DataTypes.DATE(3),
      version: DataTypes.INTEGER,
    },
    { tableName: 'timetables' },
  );
