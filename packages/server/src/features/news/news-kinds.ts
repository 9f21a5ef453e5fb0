import type { TellingChoice } from '@jolly/core';
import type { NewsKind } from '../../contract';

type Reader = 'teacher' | 'student' | 'family';

/**
 * Everything that anybody is told: who reads it, and how it comes by mail to whoever has chosen nothing. What is theirs comes
 * at once, new work in the mail of the day. The table in docs/telling.md says what each is about; a test compares the two.
 */
export const NEWS: Record<NewsKind, { readers: readonly Reader[]; usual: TellingChoice }> = {
  issued: { readers: ['student'], usual: 'daily' },
  dates: { readers: ['student'], usual: 'atOnce' },
  excused: { readers: ['student'], usual: 'atOnce' },
  returned: { readers: ['student'], usual: 'atOnce' },
  corrected: { readers: ['student'], usual: 'atOnce' },
  sentBack: { readers: ['student'], usual: 'atOnce' },
  answered: { readers: ['student'], usual: 'atOnce' },
  message: { readers: ['student', 'teacher'], usual: 'atOnce' },
  noteAnswer: { readers: ['student', 'teacher'], usual: 'atOnce' },
  scoreAnswered: { readers: ['student'], usual: 'atOnce' },
  review: { readers: ['student'], usual: 'atOnce' },
  reviewed: { readers: ['student'], usual: 'atOnce' },
  nudge: { readers: ['student'], usual: 'atOnce' },
  notice: { readers: ['student', 'teacher', 'family'], usual: 'atOnce' },
  noticeAnswered: { readers: ['student', 'teacher'], usual: 'daily' },
  noticeSettled: { readers: ['student'], usual: 'atOnce' },
  wall: { readers: ['student'], usual: 'daily' },
  wallRemark: { readers: ['student'], usual: 'daily' },
  wallSettled: { readers: ['student'], usual: 'atOnce' },
  portfolioYes: { readers: ['student'], usual: 'atOnce' },
  portfolioBack: { readers: ['student'], usual: 'atOnce' },
  groupIn: { readers: ['student'], usual: 'atOnce' },
  askedToJoin: { readers: ['student'], usual: 'atOnce' },
  joinSettled: { readers: ['student'], usual: 'atOnce' },
  passwordGiven: { readers: ['student'], usual: 'atOnce' },
  cardMade: { readers: ['student'], usual: 'atOnce' },
  cardRevoked: { readers: ['student'], usual: 'atOnce' },
  nameChanged: { readers: ['student'], usual: 'atOnce' },
  familyInvited: { readers: ['student'], usual: 'atOnce' },
  familyLinked: { readers: ['student', 'teacher'], usual: 'atOnce' },
  familyUnlinked: { readers: ['student'], usual: 'atOnce' },
  noticeWaits: { readers: ['teacher'], usual: 'atOnce' },
  portfolioNew: { readers: ['teacher'], usual: 'daily' },
  wallWaits: { readers: ['teacher'], usual: 'daily' },
  asked: { readers: ['teacher'], usual: 'atOnce' },
  scoreAsked: { readers: ['teacher'], usual: 'atOnce' },
  familyMessage: { readers: ['teacher'], usual: 'atOnce' },
  absenceTold: { readers: ['teacher'], usual: 'atOnce' },
  absenceNoted: { readers: ['family'], usual: 'atOnce' },
  joined: { readers: ['teacher'], usual: 'daily' },
  joinWaits: { readers: ['teacher'], usual: 'atOnce' },
  joinAnswered: { readers: ['teacher'], usual: 'daily' },
  coTeacher: { readers: ['teacher'], usual: 'atOnce' },
  calendarAsked: { readers: ['teacher'], usual: 'atOnce' },
  calendarChanged: { readers: ['teacher'], usual: 'atOnce' },
  calendarDeclined: { readers: ['teacher'], usual: 'atOnce' },
  mailFailed: { readers: ['teacher'], usual: 'never' },
  inLate: { readers: ['teacher'], usual: 'never' },
  teacherMessage: { readers: ['family'], usual: 'atOnce' },
  childReturned: { readers: ['family'], usual: 'atOnce' },
  childPortfolio: { readers: ['family'], usual: 'atOnce' },
  childMissing: { readers: ['family'], usual: 'atOnce' },
  childAnswered: { readers: ['family'], usual: 'atOnce' },
};

export const NEWS_KINDS = Object.keys(NEWS) as NewsKind[];

/** What somebody of this role can be told, in the order in which a page lists it. */
export const newsKindsFor = (role: string): NewsKind[] => NEWS_KINDS.filter((kind) => NEWS[kind].readers.some((reader) => reader === role));
