/** The plan: what is due when over all classes, moving it, and everybody's dates as a calendar. */
import type { Closure, DateShift, Instant, LocalDate, MilliPoints, WindowField } from '@jolly/core';
import type { BriefKind, StateCounts } from './assignments';

/** One thing on the plan; `days` of others are where students have it due on another day than the class. */
export interface PlanCard {
  assignmentId: string;
  briefId: string;
  classId: string;
  kind: BriefKind;
  title: string;
  points: MilliPoints | null;
  unitId: string | null;
  position: number;
  opens: Instant | null;
  due: Instant | null;
  closes: Instant | null;
  issuedAt: Instant | null;
  /** the day of the card: its due day, else of a handout the day of issue */
  day: LocalDate | null;
  counts: StateCounts;
  students: number;
  others: { day: LocalDate; due: Instant; students: number; names: string[] }[];
}
export interface PlanClass {
  classId: string;
  students: number;
  schoolDays: number[];
  closures: Closure[];
  units: { id: string; name: string }[];
}
/** What is due for the students of these classes on a day, over all their classes on this server. */
export interface PlanLoad {
  day: LocalDate;
  pieces: number;
  students: number;
  /** students with a heavy day */
  heavy: number;
  /** most pieces that one of them has */
  most: number;
}
/** A note of a class's teachers in its plan. */
export interface PlanNoteRequest {
  /** null: for sometime */
  day: LocalDate | null;
  text: string;
  /** what it is about: an assignment of this class, or a question of it */
  assignmentId: string | null;
  questionId: string | null;
}
export interface PlanNote extends PlanNoteRequest {
  id: string;
  classId: string;
  by: string;
  done: boolean;
  version: number;
}
export interface PlanNoteChange extends Pick<PlanNoteRequest, 'day' | 'text'> {
  done: boolean;
  version: number;
}
export interface PlanReply {
  from: LocalDate;
  to: LocalDate;
  classes: PlanClass[];
  cards: PlanCard[];
  load: PlanLoad[];
  /** notes of these days, and whatever is not done yet */
  notes: PlanNote[];
  /** the last move of the one who asks, while it can be undone */
  lastMove: MoveReply | null;
}
export interface MoveRequest {
  assignmentIds: string[];
  shift: DateShift;
  /** one-off dates move along; usually who has one keeps it */
  oneOffs: boolean;
}
export interface MovePreview {
  changes: {
    assignmentId: string;
    classId: string;
    title: string;
    what: 'class' | 'group' | 'oneOff';
    who: string;
    field: WindowField;
    before: Instant;
    after: Instant;
  }[];
  /** students whose own due date moves, and who keep the one they were given */
  moved: number;
  keep: number;
  /** chosen ones that this does not touch */
  untouched: number;
  /** days that become heavy for students, or stop being so */
  heavy: { day: LocalDate; before: number; after: number }[];
  /** dates that fall on a day without school, or into the past */
  said: { assignmentId: string; title: string; why: 'noSchool' | 'past'; at: Instant }[];
  digest: string;
}
export interface MoveConfirm extends MoveRequest {
  digest: string;
  tell: boolean;
}
export interface MoveReply {
  moveId: string;
  at: Instant;
  dates: number;
  titles: string[];
}
export interface OrderRequest {
  /** the unit's assignments in their new order; null is the place of what has no unit */
  unitId: string | null;
  assignmentIds: string[];
}
