/**
 * Requests and replies of the API, as types only. The web imports these with `import type`.
 * Instants are UTC milliseconds, points whole thousandths, local days YYYY-MM-DD, all as in the core.
 */
import type {
  AgendaPlace,
  BearingSettings,
  CalendarProblem,
  Closure,
  ColumnUse,
  Instant,
  LateRule,
  LocalDate,
  MilliPercent,
  MilliPoints,
  Milliseconds,
  PieceState,
  RichText,
  RosterChange,
  RosterEntry,
  RowProblem,
  SchoolCalendar,
  Scheme,
  Standing,
  StudentName,
  Term,
  TrailStep,
  WallTime,
  WindowField,
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
  email: string | null;
  /** is a code asked for after the password? */
  twoStep: boolean;
  /** the password was given by a teacher and must be replaced before anything else */
  newPasswordNeeded: boolean;
  /** looks after the mailroom of this server */
  keeper: boolean;
  /** a teacher who looks at a class as its practice student */
  practice: { classId: string; className: string } | null;
}
export interface SessionReply {
  me: Me | null;
  csrf: string;
  now: Instant;
  /** the password was right; the code of the second step is asked for */
  secondStep?: true;
}
export interface SignInRequest {
  userName: string;
  password: string;
}
export interface SecondStepRequest {
  /** of the authenticator, or one of the recovery codes */
  code: string;
}
export interface CardSignInRequest {
  userName: string;
  code: string;
}
export interface NewPasswordRequest {
  /** the one that holds now; left out where a ticket or a forced change stands for it */
  current?: string;
  password: string;
}
export interface TwoStepStartReply {
  secret: string;
  /** for the authenticator, as a QR code */
  address: string;
}
export interface TwoStepDoneReply {
  recoveryCodes: string[];
}
export interface TicketReply {
  kind: 'student' | 'coTeacher' | 'password';
  className: string | null;
  invitedBy: string | null;
  email: string;
  /** the name on the roster, for a student */
  student: StudentName | null;
}
export interface TakeTicketRequest {
  userName?: string;
  password?: string;
  givenName?: string;
  familyName?: string;
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

// Classes
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
}
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

// The school's calendar
export interface CalendarRequest {
  name: string;
  schoolDays: number[];
  closures: Closure[];
  terms: Term[];
}
export interface CalendarReply extends CalendarRequest {
  id: string;
  version: number;
  /** the classes that go by it; of those of other teachers only how many */
  classes: { id: string; label: string }[];
  otherClasses: number;
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
export interface ReadClosuresReply {
  closures: Closure[];
  /** events that say nothing about days off, such as lessons with a time */
  passedOver: number;
}

// Rosters
export interface RosterStudent extends StudentName {
  id: string;
  /** the name that classmates are shown; null is the real one */
  shownAs: string | null;
  joined: LocalDate;
  left: LocalDate | null;
  userName: string | null;
  email: string | null;
  schoolNumber: string | null;
  /** can sign in with a password of their own */
  hasPassword: boolean;
  cardMadeAt: Instant | null;
  invitedAt: Instant | null;
}
export interface StudentChange {
  givenName?: string;
  familyName?: string;
  shownAs?: string | null;
  email?: string | null;
  schoolNumber?: string | null;
}
/** How a roster file is to be read; what is left out is guessed. */
export interface RosterReading {
  /** what each column holds */
  uses?: ColumnUse[];
  header?: boolean;
  /** which class of a bundle */
  bundleClass?: string;
  /** whoever is not in the file has left */
  whole?: boolean;
  /** rows whose namesakes the teacher has seen, and which are other people */
  meant?: number[];
}
export type RosterPreviewEntry =
  | (Extract<RosterEntry, { kind: 'new' }> & { name: StudentName })
  | (Exclude<RosterEntry, { kind: 'new' | 'problem' }> & { name: StudentName; changes?: RosterChange[] })
  | ({ kind: 'problem'; /** as the row says, where it says so */ name: StudentName | null; file?: string } & RowProblem);
export interface RosterPreviewReply {
  format: 'table' | 'oneRoster';
  /** what would happen, as one number: confirming names it, so that nothing else happens */
  digest: string;
  encoding: string | null;
  header: boolean;
  columns: { name: string; sample: string; use: ColumnUse }[];
  bundle: { version: string; mode: 'bulk' | 'delta'; classes: { sourceId: string; title: string; students: number }[]; chosen: string | null; notes: string[] } | null;
  whole: boolean;
  rows: number;
  entries: RosterPreviewEntry[];
  counts: Record<RosterEntry['kind'], number>;
  passedOver: number;
}
export interface RosterImportReply {
  added: number;
  changed: number;
  returned: number;
  left: number;
  unchanged: number;
}
export interface CardsRequest {
  studentIds: string[];
}
export interface StudentPasswordReply {
  userName: string;
  password: string;
}
export interface InviteStudentsReply {
  invited: number;
  withoutAddress: string[];
}

// Teachers of a class
export interface TeachersReply {
  teachers: { id: string; name: string; owner: boolean }[];
  invitations: { id: string; email: string; at: Instant; expires: Instant }[];
}

// Groups
export interface GroupingBody {
  name: string;
  seed: string | null;
  /** the last day it is for; null keeps it */
  until: LocalDate | null;
  groups: { id: string | null; name: string; studentIds: string[] }[];
}
export interface GroupingReply extends GroupingBody {
  id: string;
  madeAt: Instant;
  version: number;
}

// Standing exceptions
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

// Mail
export interface MailReply {
  id: string;
  to: string;
  toName: string;
  subject: string;
  body: string;
  by: string | null;
  madeAt: Instant;
  state: 'waiting' | 'sent' | 'failed';
  tries: number;
  nextTryAt: Instant;
  sentAt: Instant | null;
  problem: string | null;
  /** as our stand-in server took it in; null if it went out, or has not been sent */
  caughtAt: Instant | null;
}
export interface MailroomReply {
  mails: MailReply[];
  /** mail is caught here instead of being sent out */
  standIn: boolean;
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
  unitId: string | null;
  categoryId: string | null;
  countsInTotals: boolean;
  /** counted on top of the rest */
  bonus: boolean;
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
  standing: Standing;
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
