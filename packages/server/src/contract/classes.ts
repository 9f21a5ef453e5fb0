/** Classes, their scheme and units, copies, and the school's calendar. */
import type {
  BearingSettings,
  CalendarProblem,
  Closure,
  DaySpan,
  DecimalMark,
  FileStudents,
  Instant,
  LateRule,
  LocalDate,
  NoticeAnswers,
  Scheme,
  SchoolCalendar,
  StudentNotices,
  Term,
  WallRemarks,
  WallTime,
  WindowField,
} from '@jolly/core';

export interface ClassDetails {
  name: string;
  section: string;
  subject: string;
  level: string;
  room: string;
  hue: number;
  dueTime: WallTime | null;
  graceMinutes: number;
  lateRule: LateRule;
  liveLink: string | null;
  /** how long before a lesson the link shows */
  liveMinutes: number;
  /** are families shown totals, and what teachers wrote? */
  familyTotals: boolean;
  familyFeedback: boolean;
  /** are they shown the work itself: what is asked, and what was handed in? */
  familyWork: boolean;
  /** may they ask for more time for their child? */
  familyAsks: boolean;
  /** what the letter of a return may carry: that something is back, the words too, or the score too */
  letterShows: LetterShows;
  /** does more time by a percentage come to round times on school days? */
  roundTimes: boolean;
  /** what it is called in the names of files; empty: as it is called */
  fileClass: string;
  /** which name of a student comes first in the names of files */
  fileStudents: FileStudents;
  /** how its students write numbers: 3.5 or 3,5; the other is read where it can mean nothing else */
  decimalMark: DecimalMark;
  /** who may answer a notice, where the notice says nothing else */
  noticeAnswers: NoticeAnswers;
  /** may students put up notices of their own? */
  studentNotices: StudentNotices;
  /** may classmates leave remarks on a display wall? */
  wallRemarks: WallRemarks;
  /** do families see the display walls of the class? */
  wallsForFamilies: boolean;
  /** do its students see the simple view, where nothing else was chosen for them? */
  simpleView: boolean;
}
export type LetterShows = 'nothing' | 'words' | 'score';
export interface ClassReply extends ClassDetails {
  id: string;
  /** name and section, as it is called everywhere */
  label: string;
  calendarId: string;
  calendar: SchoolCalendar;
  terms: Term[];
  scheme: Scheme;
  bearing: BearingSettings;
  joinCode: string;
  joinOpen: boolean;
  joinUntil: Instant | null;
  joinAsksNumber: boolean;
  putAwayAt: Instant | null;
  students: number;
  teachers: { id: string; name: string; owner: boolean }[];
  version: number;
}
export type ClassRequest = Partial<ClassDetails> & { name: string; zone?: string; calendarId?: string };
export type ClassChange = Partial<ClassDetails> & { zone?: string; calendarId?: string; version: number };
export interface JoinCodeRequest {
  open: boolean;
  until: Instant | null;
  /** may the school number prove who joins? */
  asksNumber: boolean;
}
export interface SchemeRequest {
  scheme: Scheme;
  bearing: BearingSettings;
  lateRule: LateRule;
  graceMinutes: number;
  /** where the assignments of a category go that is no longer there */
  refile: Record<string, string | null>;
  version: number;
}
export interface SchemeReply {
  class: ClassReply;
  /** assignments filed under each category */
  filed: Record<string, number>;
}
export interface Unit {
  id: string;
  name: string;
}
export interface UnitsRequest {
  units: { id: string | null; name: string }[];
}
export interface CopyRequest {
  name: string;
  section: string;
  /** first day of the old term and of the new: dates move by school days from one to the other */
  from: LocalDate;
  to: LocalDate;
  calendarId: string;
  assignments: boolean;
  version: number;
}
export interface CopyPreviewReply {
  dates: { title: string; field: WindowField; before: Instant; after: Instant }[];
  assignments: number;
  units: number;
  categories: number;
}

export interface CalendarRequest {
  name: string;
  schoolDays: number[];
  closures: Closure[];
  terms: Term[];
}
export interface CalendarReply extends CalendarRequest {
  id: string;
  version: number;
  /** one's own classes that go by it */
  classes: { id: string; label: string }[];
  /** classes that one does not teach, with who does */
  others: { label: string; teachers: string[] }[];
  /** a change that waits for teachers of other classes */
  proposal: CalendarProposal | null;
  /** the last change, if it can be undone by the one who asks */
  undoable: { id: string; by: string; at: Instant } | null;
}
/** A change of a shared calendar as it is proposed. */
export interface CalendarProposal {
  id: string;
  by: string;
  at: Instant;
  word: string;
  change: CalendarRequest;
  mine: boolean;
  /** has the one who asks agreed? */
  agreed: boolean;
  /** classes of which nobody has agreed yet */
  waitsFor: { label: string; teachers: string[] }[];
}
export interface CalendarProposalRequest extends CalendarChange {
  word: string;
}
export interface CalendarAnswer {
  yes: boolean;
  word: string;
}
export interface CalendarChange extends CalendarRequest {
  version: number;
}
export interface CalendarEffects {
  problems: CalendarProblem[];
  /** dates of assignments that fall on a day without school by the new calendar and did not by the old */
  onDayOff: { assignmentId: string; classId: string; title: string; field: WindowField; at: Instant }[];
  /** students whose own dates move because they are counted in school days */
  moved: { assignmentId: string; classId: string; title: string; students: number; before: Instant; after: Instant }[];
  /** pieces whose lateness in school days costs something else */
  costs: number;
}
export interface ReadClosuresRequest {
  /** of the calendar file */
  text: string;
  /** the terms as they stand in the form: days off are read for their years */
  terms: Term[];
  /** of the school, in which whole days are meant */
  zone: string;
}
export interface ReadClosuresReply {
  closures: Closure[];
  /** for which days the file was read */
  years: DaySpan;
  /** events that say nothing about days off, such as lessons with a time */
  passedOver: number;
  calledOff: number;
  /** events in other years */
  outside: number;
  /** events with a date that there is not, or a repetition that cannot be told */
  unreadable: { name: string; value: string }[];
}
