import type { Language, LocalDate } from '@jolly/core';
import { DataTypes, type Model, type Sequelize } from 'sequelize';
import type { FamilyTelling, LetterShows } from '../../contract';

export interface FamilyCodeRow {
  id: string;
  studentId: string;
  classId: string;
  hash: string;
  /** of a mailed one, to whom */
  email: string | null;
  madeBy: string;
  madeAt: Date;
  expiresAt: Date;
  usedAt: Date | null;
  revokedAt: Date | null;
}
export interface FamilyLinkRow {
  familyId: string;
  studentId: string;
  since: Date;
}
export interface FamilySettingRow {
  familyId: string;
  language: Language;
  telling: FamilyTelling;
  letterShows: LetterShows;
  /** the last day a weekly letter was written for */
  weeklyFor: LocalDate | null;
  /** until when it was looked for things to tell at once */
  lookedAt: Date;
}
export interface FamilyMessageRow {
  id: string;
  classId: string;
  studentId: string;
  familyId: string;
  byUser: string;
  body: string;
  at: Date;
  readAt: Date | null;
}

/** That a family has seen something it was asked to: an assignment that came back, a notice. */
export interface FamilyTickRow {
  subjectId: string;
  studentId: string;
  familyId: string;
  at: Date;
}
/** A report that a teacher gave a family, as it was then. */
export interface FamilyReportRow {
  id: string;
  familyId: string;
  studentId: string;
  title: string;
  className: string;
  document: unknown;
  givenBy: string;
  givenAt: Date;
}

export function defineFamilies(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  const { STRING, DATEONLY } = DataTypes;
  const time = DataTypes.DATE(3);
  return {
    codes: sequelize.define<Model<FamilyCodeRow>>(
      'familyCode',
      {
        id: key(),
        studentId: STRING,
        classId: STRING,
        hash: STRING,
        email: STRING,
        madeBy: STRING,
        madeAt: time,
        expiresAt: time,
        usedAt: time,
        revokedAt: time,
      },
      { tableName: 'family_codes' },
    ),
    links: sequelize.define<Model<FamilyLinkRow>>(
      'familyLink',
      { familyId: key(), studentId: key(), since: time },
      { tableName: 'family_links' },
    ),
    settings: sequelize.define<Model<FamilySettingRow>>(
      'familySetting',
      { familyId: key(), language: STRING, telling: STRING, letterShows: STRING, weeklyFor: DATEONLY, lookedAt: time },
      { tableName: 'family_settings' },
    ),
    messages: sequelize.define<Model<FamilyMessageRow>>(
      'familyMessage',
      { id: key(), classId: STRING, studentId: STRING, familyId: STRING, byUser: STRING, body: STRING, at: time, readAt: time },
      { tableName: 'family_messages' },
    ),
    ticks: sequelize.define<Model<FamilyTickRow>>(
      'familyTick',
      { subjectId: key(), studentId: key(), familyId: key(), at: time },
      { tableName: 'family_ticks' },
    ),
    reports: sequelize.define<Model<FamilyReportRow>>(
      'familyReport',
      {
        id: key(),
        familyId: STRING,
        studentId: STRING,
        title: STRING,
        className: STRING,
        document: DataTypes.JSON,
        givenBy: STRING,
        givenAt: time,
      },
      { tableName: 'family_reports' },
    ),
  };
}
