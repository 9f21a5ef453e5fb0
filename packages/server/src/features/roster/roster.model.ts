import type { Language } from '@jolly/core';
import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface MembershipRow {
  id: string;
  classId: string;
  userId: string;
  joinedOn: string;
  leftOn: string | null;
  /** the name that classmates are shown */
  shownAs: string | null;
  isPractice: boolean;
  /** the simple view for this student; null: as the class has it */
  simpleView: boolean | null;
  /** the language in which this student is given what teachers write; null: their own */
  wordsLanguage: Language | null;
}

export const defineMemberships = (sequelize: Sequelize) =>
  sequelize.define<Model<MembershipRow>>(
    'classStudent',
    {
      id: { type: DataTypes.STRING(36), primaryKey: true },
      classId: DataTypes.STRING,
      userId: DataTypes.STRING,
      joinedOn: DataTypes.DATEONLY,
      leftOn: DataTypes.DATEONLY,
      shownAs: DataTypes.STRING,
      isPractice: DataTypes.BOOLEAN,
      simpleView: DataTypes.BOOLEAN,
      wordsLanguage: DataTypes.STRING,
    },
    { tableName: 'class_students' },
  );

/** Somebody on the way into a class: a student whom a teacher asks, or one who has the code and a name of the roster. */
export interface JoiningRow {
  id: string;
  classId: string;
  studentId: string;
  kind: 'asked' | 'waits';
  /** the account was made by this joining and is in no class yet */
  isNew: boolean;
  madeBy: string | null;
  shownAs: string | null;
  madeAt: Date;
  settledAt: Date | null;
  outcome: string | null;
}

export const defineJoinings = (sequelize: Sequelize) =>
  sequelize.define<Model<JoiningRow>>(
    'joining',
    {
      id: { type: DataTypes.STRING(36), primaryKey: true },
      classId: DataTypes.STRING,
      studentId: DataTypes.STRING,
      kind: DataTypes.STRING,
      isNew: DataTypes.BOOLEAN,
      madeBy: DataTypes.STRING,
      shownAs: DataTypes.STRING,
      madeAt: DataTypes.DATE(3),
      settledAt: DataTypes.DATE(3),
      outcome: DataTypes.STRING,
    },
    { tableName: 'joinings' },
  );
