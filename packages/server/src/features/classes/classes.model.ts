import type { DecimalMark, FileStudents, NoticeAnswers, StudentNotices, WallRemarks } from '@jolly/core';
import type { LetterShows } from '../../contract';
import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface ClassRow {
  id: string;
  calendarId: string;
  name: string;
  section: string;
  subject: string;
  level: string;
  room: string;
  hue: number;
  zone: string;
  dueTime: string | null;
  graceMinutes: number;
  lateRule: unknown;
  scheme: unknown;
  bearing: unknown;
  liveLink: string | null;
  liveMinutes: number;
  familyTotals: boolean;
  familyFeedback: boolean;
  familyWork: boolean;
  familyAsks: boolean;
  letterShows: LetterShows;
  roundTimes: boolean;
  fileClass: string;
  fileStudents: FileStudents;
  decimalMark: DecimalMark;
  noticeAnswers: NoticeAnswers;
  studentNotices: StudentNotices;
  wallRemarks: WallRemarks;
  wallsForFamilies: boolean;
  simpleView: boolean;
  joinCode: string;
  joinOpen: boolean;
  joinUntil: Date | null;
  /** may the school number prove who joins? */
  joinAsksNumber: boolean;
  sourceId: string | null;
  putAwayAt: Date | null;
  createdAt: Date;
  version: number;
}
export interface CalendarRow {
  id: string;
  name: string;
  schoolDays: unknown;
  closures: unknown;
  terms: unknown;
  version: number;
}
export interface ClassTeacherRow {
  classId: string;
  userId: string;
  isOwner: boolean;
}
export interface UnitRow {
  id: string;
  classId: string;
  name: string;
  position: number;
}

export function defineClasses(sequelize: Sequelize) {
  // A fresh object each time: the library writes the field's name into it.
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  return {
    classes: sequelize.define<Model<ClassRow>>(
      'class',
      {
        id: key(),
        calendarId: DataTypes.STRING,
        name: DataTypes.STRING,
        section: DataTypes.STRING,
        subject: DataTypes.STRING,
        level: DataTypes.STRING,
        room: DataTypes.STRING,
        hue: DataTypes.INTEGER,
        zone: DataTypes.STRING,
        dueTime: DataTypes.STRING,
        graceMinutes: DataTypes.INTEGER,
        lateRule: DataTypes.JSON,
        scheme: DataTypes.JSON,
        bearing: DataTypes.JSON,
        liveLink: DataTypes.STRING,
        liveMinutes: DataTypes.INTEGER,
        familyTotals: DataTypes.BOOLEAN,
        familyFeedback: DataTypes.BOOLEAN,
        familyWork: DataTypes.BOOLEAN,
        familyAsks: DataTypes.BOOLEAN,
        letterShows: DataTypes.STRING,
        roundTimes: DataTypes.BOOLEAN,
        fileClass: DataTypes.STRING,
        fileStudents: DataTypes.STRING,
        decimalMark: DataTypes.STRING,
        noticeAnswers: DataTypes.STRING,
        studentNotices: DataTypes.STRING,
        wallRemarks: DataTypes.STRING,
        wallsForFamilies: DataTypes.BOOLEAN,
        simpleView: DataTypes.BOOLEAN,
        joinCode: DataTypes.STRING,
        joinOpen: DataTypes.BOOLEAN,
        joinUntil: DataTypes.DATE(3),
        joinAsksNumber: DataTypes.BOOLEAN,
        sourceId: DataTypes.STRING,
        putAwayAt: DataTypes.DATE(3),
        createdAt: DataTypes.DATE(3),
        version: DataTypes.INTEGER,
      },
      { tableName: 'classes' },
    ),
    calendars: sequelize.define<Model<CalendarRow>>(
      'calendar',
      {
        id: key(),
        name: DataTypes.STRING,
        schoolDays: DataTypes.JSON,
        closures: DataTypes.JSON,
        terms: DataTypes.JSON,
        version: DataTypes.INTEGER,
      },
      { tableName: 'calendars' },
    ),
    teachers: sequelize.define<Model<ClassTeacherRow>>(
      'classTeacher',
      { classId: key(), userId: key(), isOwner: DataTypes.BOOLEAN },
      { tableName: 'class_teachers' },
    ),
    units: sequelize.define<Model<UnitRow>>(
      'unit',
      { id: key(), classId: DataTypes.STRING, name: DataTypes.STRING, position: DataTypes.INTEGER },
      { tableName: 'units' },
    ),
  };
}

/** A change of a calendar, made or proposed. */
export interface CalendarChangeRow {
  id: string;
  calendarId: string;
  byUser: string;
  at: Date;
  calendarBefore: unknown;
  calendarAfter: unknown;
  word: string;
  state: 'proposed' | 'made' | 'undone' | 'declined' | 'withdrawn';
  seenVersion: number;
  madeVersion: number | null;
}
export interface CalendarConsentRow {
  changeId: string;
  teacherId: string;
  at: Date;
}

export const defineCalendarChanges = (sequelize: Sequelize) => ({
  changes: sequelize.define<Model<CalendarChangeRow>>(
    'calendarChange',
    {
      id: { type: DataTypes.STRING(36), primaryKey: true },
      calendarId: DataTypes.STRING,
      byUser: DataTypes.STRING,
      at: DataTypes.DATE(3),
      calendarBefore: DataTypes.JSON,
      calendarAfter: DataTypes.JSON,
      word: DataTypes.STRING,
      state: DataTypes.STRING,
      seenVersion: DataTypes.INTEGER,
      madeVersion: DataTypes.INTEGER,
    },
    { tableName: 'calendar_changes' },
  ),
  consents: sequelize.define<Model<CalendarConsentRow>>(
    'calendarConsent',
    {
      changeId: { type: DataTypes.STRING(36), primaryKey: true },
      teacherId: { type: DataTypes.STRING(36), primaryKey: true },
      at: DataTypes.DATE(3),
    },
    { tableName: 'calendar_consents' },
  ),
});
