/** What is different for one student: on one assignment, or on everything. */
import type { Instant, LocalDate, MilliPercent, SchoolCalendar, StudentName, WindowDates, WorkWindow } from '@jolly/core';

/** What a one-off exception gives: an absent date is not set here, null sets "no limit". */
export interface ExceptionBody extends WindowDates {
  excused: boolean;
  /** being late costs nothing */
  waivesLate: boolean;
  reason: string;
}
export interface ExceptionRequest extends ExceptionBody {
  studentIds: string[];
  tell: boolean;
}
export interface ExceptionReply extends ExceptionBody {
  id: string;
  givenAt: Instant;
  givenBy: string;
}
export type RequestState = 'waiting' | 'granted' | 'declined' | 'withdrawn';
export interface AskExtension {
  reason: string;
  /** when they could hand it in */
  wantedDue: Instant | null;
}
/** A student's request for more time, as they see it. */
export interface OwnRequest extends AskExtension {
  id: string;
  askedAt: Instant;
  state: RequestState;
  word: string;
  answeredAt: Instant | null;
  /** of their family, who asked for them; null: they asked themselves */
  askedBy: string | null;
}
/** The same as the teacher sees it. */
export interface ExtensionRequest extends OwnRequest {
  assignmentId: string;
  classId: string;
  title: string;
  student: StudentName & { id: string };
  /** their dates as they are now */
  window: WorkWindow;
  /** what granting would give: what was asked where that is a later date to come, else the next school day; null without a date */
  proposedDue: Instant | null;
  calendar: SchoolCalendar;
}
export type AnswerExtension = { grant: true; due: Instant | null; closes: Instant | null; word: string } | { grant: false; word: string };

/** The same for one student or several. */
export type StandingGive = StandingBody & { studentIds: string[] };
export interface StandingBody {
  kind: 'none' | 'schoolDays' | 'days' | 'percent';
  /** days, or thousandths of a percent */
  amount: number;
  validFrom: LocalDate | null;
  validTo: LocalDate | null;
  reason: string;
  /** how much of the usual time a quiz takes them, in thousandths of a percent; null is the usual */
  quizTimePercent: MilliPercent | null;
  waivesLate: boolean;
  classIds: string[];
}
export interface StandingReply extends StandingBody {
  id: string;
  student: StudentName & { id: string };
  givenBy: string;
  givenAt: Instant;
  /** by the day it is now in the class that was asked about */
  holds: 'now' | 'coming' | 'ended';
  /** it also holds in classes of other teachers */
  elsewhere: boolean;
  version: number;
}
export interface StandingForClassReply {
  standing: StandingReply[];
}
export interface OwnStanding extends Omit<StandingBody, 'classIds'> {
  id: string;
  /** the classes by what they are called */
  classes: string[];
  holds: StandingReply['holds'];
}
