/** What a person is told, and how they want to be. */
import type { Instant, QuietHours, TellingChoice, WorkWindow } from '@jolly/core';
import type { LetterShows } from './classes';

export type NewsKind =
  | 'issued'
  | 'dates'
  | 'excused'
  | 'returned'
  | 'corrected'
  | 'sentBack'
  | 'answered'
  | 'message'
  | 'noteAnswer'
  | 'scoreAnswered'
  | 'review'
  | 'reviewed'
  | 'nudge'
  | 'notice'
  | 'noticeAnswered'
  | 'noticeSettled'
  | 'noticeWaits'
  | 'wall'
  | 'wallRemark'
  | 'wallSettled'
  | 'wallWaits'
  | 'portfolioNew'
  | 'portfolioYes'
  | 'portfolioBack'
  | 'groupIn'
  | 'askedToJoin'
  | 'joinSettled'
  | 'passwordGiven'
  | 'cardMade'
  | 'cardRevoked'
  | 'nameChanged'
  | 'familyInvited'
  | 'familyLinked'
  | 'familyUnlinked'
  | 'asked'
  | 'scoreAsked'
  | 'familyMessage'
  | 'absenceTold'
  | 'absenceNoted'
  | 'joined'
  | 'joinWaits'
  | 'joinAnswered'
  | 'coTeacher'
  | 'calendarAsked'
  | 'calendarChanged'
  | 'calendarDeclined'
  | 'mailFailed'
  | 'inLate'
  | 'teacherMessage'
  | 'childReturned'
  | 'childPortfolio'
  | 'childMissing'
  | 'childAnswered';
export interface NewsItem {
  id: string;
  kind: NewsKind;
  assignmentId: string | null;
  classId: string | null;
  className: string;
  title: string;
  /** whose doing it was, or who asks */
  who: string;
  from: WorkWindow | null;
  to: WorkWindow | null;
  word: string;
  /** of a message: whose conversation it is in */
  studentId: string | null;
  madeAt: Instant;
  seen: boolean;
}
export interface NewsReply {
  news: NewsItem[];
  unseen: number;
}
export interface TellingSettings {
  /** of everything that somebody of this role can be told, in the order of the page */
  choices: Partial<Record<NewsKind, TellingChoice>>;
  quiet: QuietHours;
  /** what letters of returns carry at most, if the class lets them */
  letterShows: LetterShows;
}
