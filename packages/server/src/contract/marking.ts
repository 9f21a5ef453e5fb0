/** Marking: piles, the desk, margin notes, saved remarks, returning, two markers, how it went. */
import type { CriterionResult, Drift, Instant, LateRule, MilliPoints, Milliseconds, Place, RichText, SchoolCalendar } from '@jolly/core';
import type { KeptFile, AssignmentReply, Scoring } from './assignments';
import type { Adjustment, Chosen, CriterionWords, WhyScored } from './scores';
import type { HandInView, MarginNote, PieceRow } from './work';

export interface PileReply {
  assignmentId: string;
  /** parallel sections have the same */
  briefId: string;
  classId: string;
  title: string;
  points: MilliPoints | null;
  due: Instant | null;
  how: 'handIn' | 'quiz' | 'inClass';
  waiting: number;
  late: number;
  oldestWaitingAt: Instant | null;
  scored: number;
  held: number;
  returned: number;
  students: number;
  namesHidden: boolean;
}
export interface PilesReply {
  piles: PileReply[];
  /** how long this teacher takes for a piece of each assignment, at their own pace; absent: not known */
  pace: Record<string, Milliseconds>;
  /** returns that wait for their time */
  timed: TimedReturn[];
  /** questions about scores that wait for an answer, oldest first */
  scoreQuestions: (ScoreQuestion & { assignmentId: string; title: string; studentId: string; student: string })[];
}
export interface TimedReturn {
  id: string;
  assignmentId: string;
  at: Instant;
  by: string;
  /** how many it was set for; null: whatever is held then */
  students: number | null;
}
/** A pile as it is worked through; of parallel sections that are marked together all pieces. */
export interface PileDeskReply {
  assignments: AssignmentReply[];
  rows: (PieceRow & { assignmentId: string })[];
  pace: Milliseconds | null;
  /** teachers of these classes, who could score a second time */
  teachers: { id: string; name: string }[];
  timed: TimedReturn[];
}
export interface MarkingChange {
  namesHidden?: boolean;
  /** null: nobody any more */
  secondMarker?: string | null;
}

export interface NoteRequest {
  version: number;
  place: Place;
  text: string;
  /** said aloud, with or without words */
  spoken?: KeptFile | null;
}
export interface NoteChange {
  text: string;
  spoken?: KeptFile | null;
  place: Place;
  edition: number;
}

/** What the desk shows: one piece whole. */
export interface DeskPieceReply {
  row: PieceRow;
  handIn: HandInView | null;
  handIns: { version: number; at: Instant }[];
  /** the others who share this piece */
  team: PieceRow[];
  sentBack: { at: Instant; reason: string; newDue: Instant | null } | null;
  notes: MarginNote[];
  scoreQuestions: ScoreQuestion[];
  /** what was given and returned before, newest first */
  before: ScoreBefore[];
  /** names may not be known here; times and names are left out */
  nameless: boolean;
  /** what lateness is counted from, so that its cost stands beside a score before it is held; null: it costs nothing, or would tell whose it is */
  late: { calendar: SchoolCalendar; due: Instant; lateBy: Milliseconds; rule: LateRule; waived: boolean } | null;
  /** a second marker scored it: shown to whoever has given a score of their own */
  second: SecondScore | null;
  /** this teacher is to score it a second time and has not: the first score is not shown */
  blind: boolean;
}
/** A score as it was given or returned before, with who and when. */
export interface ScoreBefore {
  kind: 'scored' | 'returned';
  at: Instant;
  by: string;
  earned: MilliPoints | null;
  chosen: Chosen | null;
  remark: RichText;
  why: WhyScored | null;
}
export interface ScoreRequest {
  /** null: words only, no points; with something chosen the points follow from it */
  earned: MilliPoints | null;
  chosen: Chosen | null;
  remark: RichText;
  words?: CriterionWords;
  adjust?: Adjustment | null;
  bonusConfirmed?: boolean;
  /** version of the piece as the teacher saw it */
  version: number;
  /**
   * of a group's piece: the same for everybody who shares it, but for those who differ; it replaces what they had.
   * Left out: for this student alone
   */
  group?: { differ: { studentId: string; earned: MilliPoints }[] };
}
/** Scores of many at once, all or none. */
export interface ScoresRequest {
  scores: {
    studentId: string;
    version: number;
    earned: MilliPoints | null;
    chosen: Chosen | null;
    /** left out: as it was */ remark?: RichText;
  }[];
  bonusConfirmed?: boolean;
}
export interface ScoresReply {
  rows: PieceRow[];
}
export interface ReturnRequest {
  studentIds: string[] | 'allHeld';
  /** pieces with a criterion open or without words are returned too */
  confirmed?: boolean;
  /** left out: now */
  at?: Instant;
}
export interface ReturnReply {
  /** nobody yet, where it waits for its time */
  returned: string[];
  timed: TimedReturn | null;
}
/** What is held of one assignment, as it would go back. */
export interface HeldPile {
  assignmentId: string;
  classId: string;
  title: string;
  points: MilliPoints | null;
  /** a nameless one by its own id */
  pieces: { id: string; givenName: string; familyName: string; nameless: boolean; counted: MilliPoints | null }[];
  doubts: ReturnDoubts;
}
/** Returns of several assignments as one act: all of them or none. */
export interface ReturnsRequest {
  returns: { assignmentId: string; studentIds: ReturnRequest['studentIds'] }[];
  confirmed?: boolean;
  at?: Instant;
}
export interface ReturnsReply {
  returned: number;
  timed: TimedReturn[];
}
/** Why a return asks first. */
export interface ReturnDoubts {
  incomplete: string[];
  wordless: string[];
}
export interface SendBackRequest {
  reason: string;
  newDue: Instant | null;
  version: number;
}
export interface WaiveRequest {
  waives: boolean;
  reason: string;
}
export interface ScoreQuestion {
  id: string;
  at: Instant;
  text: string;
  answer: string | null;
  answeredAt: Instant | null;
  answeredBy: string;
}
export interface SecondScore {
  by: string;
  at: Instant;
  earned: MilliPoints | null;
  chosen: Chosen | null;
  remark: string;
  agreedAt: Instant | null;
}
export interface SecondScoreRequest {
  earned: MilliPoints | null;
  chosen: Chosen | null;
  remark: string;
}
/** Both scores of each piece that two have scored, those that differ most first. */
export interface SecondReply {
  secondMarker: string | null;
  pieces: {
    row: PieceRow;
    first: { by: string; earned: MilliPoints | null; chosen: Chosen | null };
    second: SecondScore;
    differ: MilliPoints | null;
  }[];
  /** pieces that the second marker has not scored */
  open: number;
}
/** The same criterion or question across a pile. */
export interface AcrossReply {
  assignment: AssignmentReply;
  pieces: { row: PieceRow; text: RichText | null; sheets: HandInView['sheets']; files: HandInView['files'] }[];
}

export interface SavedRemark {
  id: string;
  text: string;
  folder: string;
  aim: string;
  criterion: string;
  shared: boolean;
  own: boolean;
  owner: string;
  uses: number;
  version: number;
}
export interface RemarkRequest {
  text: string;
  folder: string;
  aim: string;
  criterion: string;
  shared: boolean;
}
export type RemarkChange = RemarkRequest & { version: number };

/** How the marking of an assignment went. */
export interface OutcomeReply {
  title: string;
  how: 'handIn' | 'quiz' | 'inClass';
  points: MilliPoints | null;
  scoring: Scoring['by'];
  students: number;
  scored: number;
  mean: MilliPoints | null;
  middle: MilliPoints | null;
  /** scores in ten equal stretches of the points; null without points */
  spread: number[] | null;
  criteria: CriterionResult[];
  remarks: { text: string; uses: number }[];
  /** of this teacher's own scores; null while there are too few */
  drift: (Drift & { names: Record<string, string> }) | null;
}
