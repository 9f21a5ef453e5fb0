import type { Language, LocalDate, NoticeAnswers, NoticeReaders } from '@jolly/core';
import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface NoticeRow {
  id: string;
  authorId: string;
  byStudent: boolean;
  readers: NoticeReaders;
  answers: NoticeAnswers;
  language: Language;
  words: unknown;
  phrases: unknown;
  attachments: unknown;
  spoken: unknown;
  briefId: string | null;
  /** null: a draft, or a student's that waits for a yes */
  showAt: Date | null;
  untilDay: LocalDate | null;
  pinned: boolean;
  familyTick: boolean;
  closedAt: Date | null;
  waits: boolean;
  /** taken down, a student's with a word */
  hiddenAt: Date | null;
  hiddenWord: string;
  /** counts up with each change of what it says */
  wording: number;
  /** the wording that is to be told of, and the one that was */
  tellWording: number;
  toldWording: number;
  madeAt: Date;
  version: number;
}
export interface NoticeClassRow {
  noticeId: string;
  classId: string;
  audience: unknown;
}
export interface NoticeReadRow {
  noticeId: string;
  readerId: string;
  wording: number;
  readAt: Date;
}
export interface NoticeAnswerRow {
  id: string;
  noticeId: string;
  classId: string;
  authorId: string;
  /** whose thread it is in; null: a teacher began it */
  studentId: string | null;
  below: string | null;
  forClass: boolean;
  text: string;
  at: Date;
  hiddenAt: Date | null;
  hiddenWord: string;
}
export interface NoticePauseRow {
  classId: string;
  studentId: string;
  untilDay: LocalDate;
  word: string;
}
/** Where news readers find the notices of a class. */
export interface NoticeFeedRow {
  classId: string;
  secret: string;
  madeAt: Date;
}

export function defineNotices(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  const moment = DataTypes.DATE(3);
  return {
    notices: sequelize.define<Model<NoticeRow>>(
      'notice',
      {
        id: key(),
        authorId: DataTypes.STRING,
        byStudent: DataTypes.BOOLEAN,
        readers: DataTypes.STRING,
        answers: DataTypes.STRING,
        language: DataTypes.STRING,
        words: DataTypes.JSON,
        phrases: DataTypes.JSON,
        attachments: DataTypes.JSON,
        spoken: DataTypes.JSON,
        briefId: DataTypes.STRING,
        showAt: moment,
        untilDay: DataTypes.STRING,
        pinned: DataTypes.BOOLEAN,
        familyTick: DataTypes.BOOLEAN,
        closedAt: moment,
        waits: DataTypes.BOOLEAN,
        hiddenAt: moment,
        hiddenWord: DataTypes.STRING,
        wording: DataTypes.INTEGER,
        tellWording: DataTypes.INTEGER,
        toldWording: DataTypes.INTEGER,
        madeAt: moment,
        version: DataTypes.INTEGER,
      },
      { tableName: 'notices' },
    ),
    noticeClasses: sequelize.define<Model<NoticeClassRow>>(
      'noticeClass',
      { noticeId: key(), classId: key(), audience: DataTypes.JSON },
      { tableName: 'notice_classes' },
    ),
    reads: sequelize.define<Model<NoticeReadRow>>(
      'noticeRead',
      { noticeId: key(), readerId: key(), wording: DataTypes.INTEGER, readAt: moment },
      { tableName: 'notice_reads' },
    ),
    answers: sequelize.define<Model<NoticeAnswerRow>>(
      'noticeAnswer',
      {
        id: key(),
        noticeId: DataTypes.STRING,
        classId: DataTypes.STRING,
        authorId: DataTypes.STRING,
        studentId: DataTypes.STRING,
        below: DataTypes.STRING,
        forClass: DataTypes.BOOLEAN,
        text: DataTypes.STRING,
        at: moment,
        hiddenAt: moment,
        hiddenWord: DataTypes.STRING,
      },
      { tableName: 'notice_answers' },
    ),
    pauses: sequelize.define<Model<NoticePauseRow>>(
      'noticePause',
      { classId: key(), studentId: key(), untilDay: DataTypes.STRING, word: DataTypes.STRING },
      { tableName: 'notice_pauses' },
    ),
    feeds: sequelize.define<Model<NoticeFeedRow>>(
      'noticeFeed',
      { classId: key(), secret: DataTypes.STRING, madeAt: moment },
      { tableName: 'notice_feeds' },
    ),
  };
}
