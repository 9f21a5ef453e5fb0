/** The mark book: students by assignments, what is entered there, its history, what is taken out and brought in. */
import type {
  AimEvidence,
  BearingSettings,
  BookCell,
  CellScale,
  ColumnSet,
  EntryProblem,
  Instant,
  LateRule,
  LocalDate,
  MilliPoints,
  Milliseconds,
  RichText,
  Scheme,
  SchoolCalendar,
  StudentName,
  Term,
} from '@jolly/core';
import type { Unit } from './classes';
import type { Adjustment, BookActKind, Chosen, CriterionWords, WhyScored } from './scores';
import type { ClassMark } from './work';

/** One class of a book; of parallel sections looked at together there are several. */
export interface BookClassReply {
  id: string;
  label: string;
  hue: number;
  calendar: SchoolCalendar;
  terms: Term[];
  scheme: Scheme;
  bearing: BearingSettings;
  lateRule: LateRule;
  units: Unit[];
  /** put away: to be looked at only */
  away: boolean;
}
/** A column as one class has it. */
export interface BookSet extends ColumnSet {
  unitId: string | null;
}
export interface BookColumnReply {
  briefId: string;
  title: string;
  how: 'handIn' | 'quiz' | 'inClass';
  points: MilliPoints | null;
  scale: CellScale;
  /** its own aims and those of its criteria */
  aims: string[];
  /** null: the class's own */
  lateRule: LateRule | null;
  /** in the order of the classes; null where a class does not have it */
  sets: (BookSet | null)[];
}
export interface BookStudent extends StudentName {
  id: string;
  /** place among the classes */
  of: number;
  joined: LocalDate;
  left: LocalDate | null;
  groups: string[];
}
/** Cells stand by student, then by column; null where a piece is not theirs. */
export interface BookReply {
  classes: BookClassReply[];
  columns: BookColumnReply[];
  students: BookStudent[];
  cells: (BookCell | null)[][];
  /** classes of the same name, this one too, that could be looked at together */
  sections: number;
}
export interface BookCellAt {
  assignmentId: string;
  studentId: string;
  cell: BookCell | null;
}
export interface BookCellsReply {
  cells: BookCellAt[];
}
/** What is said on the stream of a book: assignments whose cells have changed; null: more than cells. */
export interface BookChanged {
  assignmentIds: string[] | null;
}

/** Something done in a book that can be undone, or done again. */
export interface BookAct {
  id: string;
  kind: BookActKind;
  cells: number;
  at: Instant;
}
/** What could be undone and done again next, of one's own. */
export interface BookActsReply {
  undo: BookAct | null;
  redo: BookAct | null;
}
/** One cell as it is to be: by what was typed, or as it once was. */
export interface BookEdit {
  assignmentId: string;
  studentId: string;
  /** of the cell as it was seen; 0 where there was nothing yet */
  version: number;
  text?: string;
  /** id of the entry of its history to put back */
  restore?: string;
  /** the overall remark alone, as plain words; everything else stays */
  remark?: string;
}
export interface BookEditsRequest {
  kind: Exclude<BookActKind, 'broughtIn'>;
  edits: BookEdit[];
  /** scores above the maximum are meant */
  bonusConfirmed?: boolean;
}
export interface BookEditsReply extends BookActsReply, BookCellsReply {
  /** how many cells hold something else now */
  changed: number;
}
/** Why nothing of an act was stored, cell by cell; `index` is the place among the edits. */
export interface BookRefusal {
  problems: { index: number; why: EntryProblem }[];
}
/** What a cell holds, so that it can be put back. */
export interface BookKept {
  excused: boolean;
  saidMissing: boolean;
  /** of what is done in class: noted as there, or absent */
  mark: ClassMark | null;
  score: { earned: MilliPoints | null; chosen: Chosen | null; remark: RichText; words: CriterionWords; adjust: Adjustment | null } | null;
}
/** One entry of a cell's history, newest first. */
export interface CellHistoryEntry {
  id: string;
  at: Instant;
  by: string;
  kind:
    | 'scored'
    | 'unscored'
    | 'rescaled'
    | 'returned'
    | 'sentBack'
    | 'handedIn'
    | 'takenBack'
    | 'excused'
    | 'notExcused'
    | 'saidMissing'
    | 'notSaidMissing'
    | 'absent'
    | 'notAbsent';
  /** of scores and returns: what was given then */
  given: { earned: MilliPoints | null; chosen: Chosen | null; words: boolean } | null;
  why: WhyScored | null;
  /** it can be put back: a score that is not the one that stands */
  restores: boolean;
}
export interface CellHistoryReply {
  entries: CellHistoryEntry[];
  /** how late the hand-in that stands is */
  lateBy: Milliseconds;
}
/** Where each student stands by each aim. Evidence by student. */
export interface BookAimsReply {
  students: { studentId: string; evidence: (Omit<AimEvidence, 'share'> & { share: { num: string; den: string } })[] }[];
}

export interface BookTakeOut {
  as: 'xlsx' | 'ods' | 'csv' | 'oneroster' | 'oneroster12';
  viewpoint: 'teacher' | 'student';
  /** the name of a term; left out, the whole year */
  term?: string;
}
/** A table of scores about to come in. */
export interface BookBringInReply {
  digest: string;
  /** the class's students and assignments that were found in it */
  students: number;
  columns: number;
  changes: { studentId: string; student: StudentName; assignmentId: string; title: string; from: string; to: string; above: boolean }[];
  /** cells that say what is there already */
  same: number;
  problems: {
    row: number;
    column: string;
    value: string;
    why: EntryProblem | 'noSuchStudent' | 'severalOfName' | 'studentTwice' | 'noSuchTitle' | 'severalOfTitle' | 'titleTwice';
  }[];
}
