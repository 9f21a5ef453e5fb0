import type { Language } from '@jolly/core';
import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface UserRow {
  id: string;
  role: 'teacher' | 'student' | 'family';
  userName: string | null;
  givenName: string;
  familyName: string;
  nameKey: string;
  passwordHash: string | null;
  email: string | null;
  schoolNumber: string | null;
  sourceId: string | null;
  cardHash: string | null;
  cardMadeAt: Date | null;
  /** the user name printed on the card: it goes on working when another is chosen for signing in with a password */
  cardName: string | null;
  /** the password was given by somebody else and must be replaced */
  mustChange: boolean;
  totpSecret: string | null;
  /** the last 30-second step whose code was taken, so that none is taken twice */
  totpStep: number | null;
  isKeeper: boolean;
  /** of a student: the teacher who first brought them in */
  broughtBy: string | null;
  /** the simple view as a student chose it; null: as their teachers have it */
  simpleView: boolean | null;
  /** that a teacher or a student reads in; null: not chosen yet */
  language: Language | null;
  createdAt: Date;
}

export const defineUsers = (sequelize: Sequelize) =>
  sequelize.define<Model<UserRow>>(
    'user',
    {
      id: { type: DataTypes.STRING(36), primaryKey: true },
      role: DataTypes.STRING,
      userName: DataTypes.STRING,
      givenName: DataTypes.STRING,
      familyName: DataTypes.STRING,
      nameKey: DataTypes.STRING,
      passwordHash: DataTypes.STRING,
      email: DataTypes.STRING,
      schoolNumber: DataTypes.STRING,
      sourceId: DataTypes.STRING,
      cardHash: DataTypes.STRING,
      cardMadeAt: DataTypes.DATE(3),
      cardName: DataTypes.STRING,
      mustChange: DataTypes.BOOLEAN,
      totpSecret: DataTypes.STRING,
      totpStep: DataTypes.BIGINT,
      isKeeper: DataTypes.BOOLEAN,
      broughtBy: DataTypes.STRING,
      simpleView: DataTypes.BOOLEAN,
      language: DataTypes.STRING,
      createdAt: DataTypes.DATE(3),
    },
    { tableName: 'users' },
  );

/** A person as first made: without a sign-in and everything that belongs to one. */
export const blankUser = (of: Pick<UserRow, 'id' | 'role' | 'givenName' | 'familyName' | 'nameKey' | 'createdAt'>): UserRow => ({
  ...of,
  userName: null,
  passwordHash: null,
  email: null,
  schoolNumber: null,
  sourceId: null,
  cardHash: null,
  cardMadeAt: null,
  cardName: null,
  mustChange: false,
  totpSecret: null,
  totpStep: null,
  isKeeper: false,
  broughtBy: null,
  simpleView: null,
  language: null,
});

export interface RecoveryCodeRow {
  id: string;
  userId: string;
  hash: string;
}

export const defineRecoveryCodes = (sequelize: Sequelize) =>
  sequelize.define<Model<RecoveryCodeRow>>(
    'recoveryCode',
    { id: { type: DataTypes.STRING(36), primaryKey: true }, userId: DataTypes.STRING, hash: DataTypes.STRING },
    { tableName: 'recovery_codes' },
  );

export interface TicketRow {
  id: string;
  kind: 'student' | 'coTeacher' | 'password';
  hash: string;
  email: string;
  userId: string | null;
  classId: string | null;
  madeBy: string | null;
  madeAt: Date;
  expiresAt: Date;
  usedAt: Date | null;
}

export const defineTickets = (sequelize: Sequelize) =>
  sequelize.define<Model<TicketRow>>(
    'ticket',
    {
      id: { type: DataTypes.STRING(36), primaryKey: true },
      kind: DataTypes.STRING,
      hash: DataTypes.STRING,
      email: DataTypes.STRING,
      userId: DataTypes.STRING,
      classId: DataTypes.STRING,
      madeBy: DataTypes.STRING,
      madeAt: DataTypes.DATE(3),
      expiresAt: DataTypes.DATE(3),
      usedAt: DataTypes.DATE(3),
    },
    { tableName: 'tickets' },
  );
