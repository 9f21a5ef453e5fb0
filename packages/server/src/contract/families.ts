/** Families: invited with a code, they see their own children and nobody else's. */
import type {
  Instant,
  Language,
  MilliPoints,
  Milliseconds,
  PieceState,
  Rubric,
  StudentName,
  StudentView,
  TickStand,
  WorkWindow,
} from '@jolly/core';
import type { Attachment, WordedBody } from './assignments';
import type { LetterShows } from './classes';
import type { OwnRequest } from './exceptions';
import type { ReturnedView } from './pieces';
import type { CriterionLevel } from './progress';
import type { TriedQuiz } from './quizzes';
import type { FeedbackFile, HandInView, MarginNote } from './work';

/** How a family wants to be told: at once, by a letter each week, or never. */
export type FamilyTelling = 'atOnce' | 'weekly' | 'never';

/** A student of a class with their families, for the teacher. */
export interface StudentFamilies {
  student: StudentName & { id: string };
  families: { id: string; name: string; email: string | null; language: Language; since: Instant }[];
  /** codes that are not used yet */
  codes: { id: string; email: string | null; madeAt: Instant; expiresAt: Instant }[];
}
export interface FamilyLettersRequest {
  studentIds: string[];
  language: Language;
}
export interface FamilyMailsRequest {
  invitations: { studentId: string; email: string }[];
  language: Language;
}
export interface FamilyMailsReply {
  sent: number;
}

export interface FamilyCodeLook {
  /** the first name and no more: whoever holds the letter knows the rest */
  firstName: string;
  className: string;
}
export interface FamilyCodeUse extends StudentName {
  code: string;
  userName: string;
  password: string;
  email: string | null;
  language: Language;
}
export interface FamilySettings {
  language: Language;
  telling: FamilyTelling;
  /** what letters of returns carry at most, if the class lets them */
  letterShows: LetterShows;
}
export interface FamilyHomeReply extends FamilySettings {
  children: (StudentName & { id: string })[];
}
/** A piece of work as a family sees it. */
export interface FamilyPiece {
  id: string;
  title: string;
  state: PieceState;
  due: Instant | null;
  closes: Instant | null;
  stillAccepted: boolean;
  lateBy: number;
  points: MilliPoints | null;
  effective: MilliPoints | null;
  returnedAt: Instant | null;
  /** what the teacher wrote, where the class shares it */
  remark: string | null;
  levels: CriterionLevel[];
  /** there is a page of it: the class shows the work or what was said about it, lets the family ask, or asks it to tick */
  opens: boolean;
  /** has the family ticked what came back, where it is asked to */
  tick: TickStand;
  /** what it is worth: the total with it done at the usual level, and left undone; null where it is worth nothing or the class shows no totals */
  worth: { gain: string; done: string; undone: string } | null;
}
export interface FamilyClass {
  classId: string;
  className: string;
  hue: number;
  zone: string;
  teachers: string[];
  passLine: number;
  /** null where the class does not show families totals */
  view: StudentView | null;
  missing: FamilyPiece[];
  coming: FamilyPiece[];
  waiting: FamilyPiece[];
  returned: FamilyPiece[];
  /** from teachers, not read yet */
  unread: number;
}
export interface ChildReply {
  student: StudentName & { id: string };
  classes: FamilyClass[];
}
/** A child's piece of work for its family: as the child sees it, as far as the class shows it. */
export interface ChildPieceReply {
  student: StudentName & { id: string };
  assignmentId: string;
  classId: string;
  className: string;
  hue: number;
  zone: string;
  teachers: string[];
  how: 'handIn' | 'quiz' | 'inClass';
  state: PieceState;
  lateBy: Milliseconds;
  window: WorkWindow;
  /** after a send-back: by when it is wanted again */
  againBy: Instant | null;
  points: MilliPoints | null;
  /** which parts the class shows families: the work, and what was said about it */
  shows: { work: boolean; feedback: boolean };
  /** title and instructions, in the family's language and in the others beside it */
  words: WordedBody;
  attachments: Attachment[];
  rubric: Rubric | null;
  handIn: HandInView | null;
  /** of a quiz: what was answered, and of its results what the child is shown */
  quiz: TriedQuiz | null;
  /** the hand-in that the notes are about */
  marked: HandInView | null;
  notes: MarginNote[];
  feedbackFiles: FeedbackFile[];
  returned: ReturnedView | null;
  /** when it came back, each time, the first first */
  returns: Instant[];
  sentBack: { at: Instant; reason: string; newDue: Instant | null } | null;
  /** requests for more time, the child's own and the family's, newest first */
  requests: OwnRequest[];
  mayAsk: boolean;
  proposedDue: Instant | null;
  tick: TickStand;
}
/** A report that a teacher gave a family. */
export interface FamilyReport {
  id: string;
  title: string;
  className: string;
  givenAt: Instant;
}
export interface FamilyMessage {
  id: string;
  fromFamily: boolean;
  by: string;
  text: string;
  at: Instant;
  read: boolean;
}
export interface FamilyThread {
  family: { id: string; name: string };
  messages: FamilyMessage[];
}
export interface WriteHomeRequest {
  id: string;
  familyIds: string[];
  text: string;
}
