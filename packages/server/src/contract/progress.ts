/** Where students stand, class by class: the same facts for the teacher, the student and the family. */
import type {
  RegisterCounts,
  Between,
  Change,
  Instant,
  LocalDate,
  Looking,
  MilliPoints,
  Milliseconds,
  ProgressClass,
  RichText,
  Scheme,
  StudentName,
  StudentView,
  Term,
  TrailStep,
  ViewPiece,
  WorkWindow,
} from '@jolly/core';

/** How many pieces of what is looked at are in which state. */
export interface ProgressCounts {
  missing: number;
  missingStillAccepted: number;
  coming: number;
  waiting: number;
  returned: number;
  unread: number;
  late: number;
  sentBack: number;
}
/** A piece that somebody in need could do something about. */
export interface NextPiece {
  id: string;
  title: string;
  state: 'missing' | 'sentBack';
  stillAccepted: boolean;
  due: Instant | null;
}
export interface AimView {
  aim: string;
  /** percentages of full points, rounded to whole */
  latest: string;
  typical: string;
  /** what was said last: the level chosen, if one was */
  level: string | null;
  title: string;
  pieces: number;
}
export interface ProgressRow extends ProgressCounts, Pick<StudentView, 'standing' | 'categories' | 'terms' | 'year'> {
  student: StudentName & { id: string };
  atLeast: string | null;
  atPace: string | null;
  atMost: string | null;
  change: Change | null;
  aims: AimView[];
  /** what could be done something about first, at most four */
  next: NextPiece[];
  /** an own note says to speak with them */
  toSpeak: boolean;
}
/** What is looked at of a class: which term, and what is compared. */
export interface ProgressQuery {
  /** place of the term, or the year; left out, the term one is in */
  term?: number | 'year';
  fromAt?: Instant;
  toAt?: Instant;
  fromTerm?: number;
  toTerm?: number;
}
export interface ClassProgressReply {
  classId: string;
  className: string;
  hue: number;
  /** put away: to be looked at only */
  away: boolean;
  zone: string;
  terms: Term[];
  looking: Looking;
  between: Between | null;
  scheme: Pick<Scheme, 'kind' | 'decimals' | 'bands'>;
  settings: ProgressClass['settings'];
  rows: ProgressRow[];
  /** how many totals lie in each tenth of the scale */
  tenths: number[];
  /** the class's middle: of the totals, of each category, week by week */
  middle: string | null;
  categoryMiddles: { id: string; name: string; middle: string | null }[];
  course: { at: Instant; middle: string | null }[];
}
/** What was said to one criterion of a rubric. */
export interface CriterionLevel {
  criterion: string;
  level: string | null;
  descriptor: string;
  words: string;
}
export interface ProgressPiece extends ViewPiece {
  title: string;
  lateBy: Milliseconds;
  overdue: boolean;
  window: WorkWindow;
  trail: TrailStep[];
  exceptionReason: string | null;
  returnedAt: Instant | null;
  readAt: Instant | null;
  /** the overall remark of what was returned */
  remark: RichText | null;
  levels: CriterionLevel[];
  /** of what was returned: what being late took off */
  takenOff: MilliPoints;
  /** families are asked to tick that they have seen what came back */
  familyTick: boolean;
  /** last saved or looked at, of what is not in */
  activeAt: Instant | null;
  /** what a piece that was sent back should be handed in again by */
  againBy: Instant | null;
}
export interface StudentProgressReply {
  student: StudentName & { id: string };
  classId: string;
  className: string;
  hue: number;
  /** its settings, with which a page can count a trial */
  of: ProgressClass;
  looking: Looking;
  joined: LocalDate;
  left: LocalDate | null;
  away: boolean;
  /** lessons of what is looked at, by the register */
  register: RegisterCounts;
  counts: ProgressCounts;
  view: StudentView;
  aims: AimView[];
  /** of what is looked at */
  pieces: ProgressPiece[];
}

/** A teacher's own note about a student: of a talk, or to speak with them. Never shown to students or families. */
export interface Jotting {
  id: string;
  kind: 'talk' | 'toSpeak';
  text: string;
  at: Instant;
  /** of what was to be spoken about: when it was */
  doneAt: Instant | null;
}
export type JottingRequest = Pick<Jotting, 'kind' | 'text'>;
