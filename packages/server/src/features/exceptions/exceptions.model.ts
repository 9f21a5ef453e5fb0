import { DataTypes, type Model, type Sequelize } from 'sequelize';

/** Dates that are set, not set, or set to no limit: three things, so each has a column that says which. */
export interface DateColumns {
  setsOpens: boolean;
  setsDue: boolean;
  setsCloses: boolean;
  opensAt: Date | null;
  dueAt: Date | null;
  closesAt: Date | null;
}
export interface ExceptionRow extends DateColumns {
  id: string;
  assignmentId: string;
  studentId: string;
  excused: boolean;
  waivesLate: boolean;
  reason: string;
  givenBy: string;
  givenAt: Date;
}
export interface GroupDateRow extends DateColumns {
  id: string;
  assignmentId: string;
  groupId: string;
  reason: string;
  givenBy: string;
  givenAt: Date;
}
export interface ExtensionRow {
  id: string;
  assignmentId: string;
  studentId: string;
  reason: string;
  wantedDue: Date | null;
  askedAt: Date;
  state: 'waiting' | 'granted' | 'declined' | 'withdrawn';
  word: string;
  answeredBy: string | null;
  /** the family that asked for the student; null: the student did */
  askedBy: string | null;
  answeredAt: Date | null;
}

const dates = () => ({
  setsOpens: DataTypes.BOOLEAN,
  setsDue: DataTypes.BOOLEAN,
  setsCloses: DataTypes.BOOLEAN,
  opensAt: DataTypes.DATE(3),
  dueAt: DataTypes.DATE(3),
  closesAt: DataTypes.DATE(3),
});
const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });

export const defineExceptions = (sequelize: Sequelize) =>
  sequelize.define<Model<ExceptionRow>>(
    'oneOffException',
    {
      id: key(),
      assignmentId: DataTypes.STRING,
      studentId: DataTypes.STRING,
      ...dates(),
      excused: DataTypes.BOOLEAN,
      waivesLate: DataTypes.BOOLEAN,
      reason: DataTypes.STRING,
      givenBy: DataTypes.STRING,
      givenAt: DataTypes.DATE(3),
    },
    { tableName: 'one_off_exceptions' },
  );

export const defineGroupDates = (sequelize: Sequelize) =>
  sequelize.define<Model<GroupDateRow>>(
    'groupDate',
    {
      id: key(),
      assignmentId: DataTypes.STRING,
      groupId: DataTypes.STRING,
      ...dates(),
      reason: DataTypes.STRING,
      givenBy: DataTypes.STRING,
      givenAt: DataTypes.DATE(3),
    },
    { tableName: 'group_dates' },
  );

export const defineExtensions = (sequelize: Sequelize) =>
  sequelize.define<Model<ExtensionRow>>(
    'extensionRequest',
    {
      id: key(),
      assignmentId: DataTypes.STRING,
      studentId: DataTypes.STRING,
      reason: DataTypes.STRING,
      wantedDue: DataTypes.DATE(3),
      askedAt: DataTypes.DATE(3),
      state: DataTypes.STRING,
      word: DataTypes.STRING,
      answeredBy: DataTypes.STRING,
      answeredAt: DataTypes.DATE(3),
      askedBy: DataTypes.STRING,
    },
    { tableName: 'extension_requests' },
  );
