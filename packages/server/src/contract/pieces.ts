/** One student's piece, as a teacher and as the student sees it. */
import type { AgendaPlace, Instant, LateRule, MilliPoints, Milliseconds, PieceState, RichText, StudentName, TrailStep, WorkWindow } from '@jolly/core';
import type { AssignmentReply, HandInKind } from './assignments';
import type { ExceptionReply } from './exceptions';

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
export interface ScoreView {
  earned: MilliPoints | null;
  takenOff: MilliPoints;
  effective: MilliPoints | null;
  remark: string;
  at: Instant;
  by: string;
}
export interface AssignmentPiecesReply {
  assignment: AssignmentReply;
  rows: PieceRow[];
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
  /** null: words only, no points */
  earned: MilliPoints | null;
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
  takenOff: MilliPoints;
  effective: MilliPoints | null;
  remark: string;
  at: Instant;
  readAt: Instant | null;
}
export interface MyWorkReply {
  pieces: MyPiece[];
}
export interface MyPieceReply {
  piece: MyPiece;
  instructions: RichText;
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
