/** One student's piece, as a teacher and as the student sees it. */
import type { AgendaPlace, Instant, LateRule, MilliPoints, Milliseconds, PieceState, RichText, RubricChoices, StudentName, TrailStep, WorkWindow } from '@jolly/core';
import type { AssignmentReply, Attachment, GroupDateReply, HandInKind, HandoutReply, KeptFile, Scoring } from './assignments';
import type { ExceptionReply, OwnRequest } from './exceptions';

export interface WorkFile {
  id: string;
  name: string;
  size: number;
  mediaType: string;
  fingerprint: string;
}
/** One student beside one assignment, as a teacher sees it. */
export interface PieceRow {
  student: StudentName & { id: string };
  /** the groups they are in, by name */
  groups: string[];
  state: PieceState | null;
  lateBy: Milliseconds;
  stillAccepted: boolean;
  overdue: boolean;
  window: WorkWindow;
  trail: TrailStep[];
  exception: ExceptionReply | null;
  handedInAt: Instant | null;
  version: number;
  score: ScoreView | null;
  /** a score or correction the student cannot see yet */
  held: boolean;
  returnedAt: Instant | null;
  readAt: Instant | null;
}
/** What was chosen to score a piece by something else than points. */
export type Chosen = { by: 'rubric'; choices: RubricChoices } | { by: 'words'; word: string } | { by: 'done'; done: boolean };
export interface ScoreView {
  earned: MilliPoints | null;
  chosen: Chosen | null;
  /** false while a criterion has no choice */
  complete: boolean;
  takenOff: MilliPoints;
  effective: MilliPoints | null;
  remark: string;
  at: Instant;
  by: string;
}
export interface AssignmentPiecesReply {
  assignment: AssignmentReply;
  rows: PieceRow[];
  groupDates: GroupDateReply[];
  /** in two classes that have it: they get it in the other one */
  inOther: { student: StudentName & { id: string }; className: string }[];
  /** scores given by a rubric that has changed since */
  rescorable: number;
}
export interface HandInView {
  version: number;
  at: Instant;
  receivedFor: string;
  text: RichText | null;
  words: number;
  files: WorkFile[];
  receipt: string;
}
/** What the desk shows: one piece whole. */
export interface DeskPieceReply {
  row: PieceRow;
  handIn: HandInView | null;
  handIns: { version: number; at: Instant }[];
  sentBack: { at: Instant; reason: string; newDue: Instant | null } | null;
}
export interface ScoreRequest {
  /** null: words only, no points; with something chosen the points follow from it */
  earned: MilliPoints | null;
  chosen: Chosen | null;
  remark: string;
  bonusConfirmed?: boolean;
  /** version of the piece as the teacher saw it */
  version: number;
}
export interface ReturnRequest {
  studentIds: string[] | 'allHeld';
}
export interface ReturnReply {
  returned: string[];
}
export interface SendBackRequest {
  reason: string;
  newDue: Instant | null;
  version: number;
}
export interface PileReply {
  assignmentId: string;
  classId: string;
  title: string;
  points: MilliPoints | null;
  due: Instant | null;
  waiting: number;
  late: number;
  oldestWaitingAt: Instant | null;
  scored: number;
  held: number;
  returned: number;
  students: number;
}

export interface MyPiece {
  assignmentId: string;
  classId: string;
  className: string;
  hue: number;
  zone: string;
  title: string;
  points: MilliPoints | null;
  how: 'handIn' | 'inClass';
  accepts: HandInKind[];
  issuedAt: Instant;
  window: WorkWindow;
  ownDates: boolean;
  place: AgendaPlace;
  state: PieceState;
  lateBy: Milliseconds;
  stillAccepted: boolean;
  overdue: boolean;
  returned: ReturnedView | null;
}
export interface ReturnedView {
  earned: MilliPoints | null;
  chosen: Chosen | null;
  takenOff: MilliPoints;
  effective: MilliPoints | null;
  remark: string;
  at: Instant;
  readAt: Instant | null;
}
export interface MyWorkReply {
  pieces: MyPiece[];
  handouts: HandoutReply[];
}
export interface MyPieceReply {
  piece: MyPiece;
  instructions: RichText;
  spoken: KeptFile | null;
  attachments: Attachment[];
  scoring: Scoring;
  minutes: number | null;
  rounds: number | null;
  /** their requests for more time, newest first */
  requests: OwnRequest[];
  mayAsk: boolean;
  trail: TrailStep[];
  teachers: string[];
  exceptionReason: string | null;
  draft: { text: RichText | null; files: WorkFile[]; savedAt: Instant | null; version: number };
  handIn: HandInView | null;
  sentBack: { at: Instant; reason: string; newDue: Instant | null } | null;
  mayHandIn: string | null;
  mayTakeBack: string | null;
  /** what it costs to hand in now, in points off full marks; null if nothing */
  lateNow: { lateBy: Milliseconds; takenOff: MilliPoints; rule: LateRule } | null;
}
export interface SaveTextRequest {
  text: RichText;
  /** version of the draft that was changed */
  version: number;
}
export interface SaveTextReply {
  savedAt: Instant;
  version: number;
}
