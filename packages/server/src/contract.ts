/**
 * Requests and replies of the API, as types only. The web imports these with `import type`.
 * Instants are UTC milliseconds, points whole thousandths, local days YYYY-MM-DD, all as in the core.
 */
import type {
  AgendaPlace,
  Instant,
  LateRule,
  LocalDate,
  MilliPoints,
  Milliseconds,
  PieceState,
  PointsSoFar,
  RichText,
  SchoolCalendar,
  StudentName,
  Term,
  TrailStep,
  WallTime,
  WorkWindow,
} from '@jolly/core';

/** Every failure, as application/problem+json. `type` is the code the page branches on. */
export interface ProblemReply {
  type: string;
  title: string;
  status: number;
  errors?: { path: string; message: string }[];
  /** for a stale edit: what is stored now */
  current?: unknown;
  requestId?: string;
}

// Accounts
export interface Me extends StudentName {
  id: string;
  role: 'teacher' | 'student';
  userName: string;
}
export interface SessionReply {
  me: Me | null;
  csrf: string;
  now: Instant;
}
export interface SignInRequest {
  userName: string;
  password: string;
}
export interface JoinPreviewReply {
  className: string;
  teachers: string[];
}
export interface JoinRequest extends StudentName {
  userName: string;
  password: string;
}
export interface JoinReply extends SessionReply {
  classId: string;
  /** the name was already on the roster, typed there by the teacher */
  wasOnRoster: boolean;
}

// Classes and rosters
export interface ClassReply {
  id: string;
  name: string;
  hue: number;
  calendar: SchoolCalendar;
  terms: Term[];
  dueTime: WallTime | null;
  graceMinutes: number;
  lateRule: LateRule;
  joinCode: string;
  students: number;
  teachers: { id: string; name: string; owner: boolean }[];
  version: number;
}
export interface ClassRequest {
  name: string;
  hue?: number;
  zone?: string;
  dueTime?: WallTime | null;
  graceMinutes?: number;
  lateRule?: LateRule;
}
export interface RosterStudent extends StudentName {
  id: string;
  joined: LocalDate;
  left: LocalDate | null;
  /** null until the student has joined with the code and chosen a password */
  userName: string | null;
}
export interface AddStudentsRequest {
  students: StudentName[];
  /** the teacher has seen that somebody of the same name is on the roster and means another person */
  sameNamesMeant?: boolean;
}
export interface AddStudentsReply {
  added: RosterStudent[];
}

// Assignments
export type HandInKind = 'text' | 'files';
export interface AssignmentBody {
  title: string;
  instructions: RichText;
  how: 'handIn' | 'inClass';
  accepts: HandInKind[];
  points: MilliPoints | null;
  opens: Instant | null;
  due: Instant | null;
  closes: Instant | null;
}
export interface AssignmentReply extends AssignmentBody {
  id: string;
  classId: string;
  issuedAt: Instant | null;
  version: number;
}
export type StateCounts = Partial<Record<PieceState, number>>;
export interface AssignmentListItem extends Omit<AssignmentReply, 'instructions'> {
  counts: StateCounts;
  otherDates: number;
}
export interface IssueReply {
  assignment: AssignmentReply;
  students: number;
}

// Exceptions
export interface ExceptionRequest {
  /** an absent date is not set here, null sets "no limit" */
  opens?: Instant | null;
  due?: Instant | null;
  closes?: Instant | null;
  excused: boolean;
  reason: string;
}
export interface ExceptionReply extends ExceptionRequest {
  id: string;
  givenAt: Instant;
  givenBy: string;
}

// One student's piece
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

// The student's side
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

// Progress
export interface ProgressRow {
  student: StudentName & { id: string };
  missing: number;
  missingStillAccepted: number;
  coming: number;
  waiting: number;
  returned: number;
  unread: number;
  points: PointsSoFar;
}
export interface ClassProgressReply {
  classId: string;
  rows: ProgressRow[];
}
export interface ProgressPiece {
  assignmentId: string;
  title: string;
  points: MilliPoints | null;
  state: PieceState;
  lateBy: Milliseconds;
  stillAccepted: boolean;
  overdue: boolean;
  window: WorkWindow;
  trail: TrailStep[];
  exceptionReason: string | null;
  effective: MilliPoints | null;
  returnedAt: Instant | null;
  readAt: Instant | null;
}
export interface StudentProgressReply {
  student: StudentName & { id: string };
  classId: string;
  className: string;
  hue: number;
  zone: string;
  joined: LocalDate;
  left: LocalDate | null;
  row: ProgressRow;
  pieces: ProgressPiece[];
}

// Today, term line, find
export interface TodayReply {
  piles: PileReply[];
  waitingOn: { student: StudentName & { id: string }; classId: string; pieces: { assignmentId: string; title: string; state: 'missing' | 'sentBack' }[] }[];
  coming: { assignmentId: string; classId: string; title: string; due: Instant; how: 'handIn' | 'inClass'; otherDates: number; latestOther: Instant | null }[];
  /** per assignment with something returned, most unread first */
  feedback: { assignmentId: string; classId: string; title: string; returned: number; unread: number }[];
  drafts: { assignmentId: string; classId: string; title: string }[];
}
export interface TermLineReply {
  classes: { id: string; name: string; hue: number; zone: string; terms: Term[] }[];
  squares: { assignmentId: string; classId: string; title: string; due: Instant; issued: boolean }[];
  /** pieces waiting for a score, for the mast */
  waiting: number;
}
export interface FindReply {
  found: { kind: 'class' | 'student' | 'assignment'; id: string; classId: string; label: string; detail: string }[];
}
