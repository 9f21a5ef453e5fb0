/** What a person is told, and how they want to be. */
import type { Instant, QuietHours, TellingChoice, WorkWindow } from '@jolly/core';

export type NewsKind =
  | 'issued'
  | 'dates'
  | 'excused'
  | 'returned'
  | 'answered'
  | 'asked'
  | 'inLate'
  | 'groupIn'
  | 'message'
  | 'nudge'
  | 'noteAnswer'
  | 'scoreAsked'
  | 'scoreAnswered'
  | 'review'
  | 'reviewed'
  | 'familyMessage'
  | 'teacherMessage'
  | 'childReturned'
  | 'childMissing';
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
  choices: Partial<Record<NewsKind, TellingChoice>>;
  quiet: QuietHours;
}
