/** Families: invited with a code, they see their own children and nobody else's. */
import type { Instant, Language, MilliPoints, PieceState, StudentName, StudentView } from '@jolly/core';
import type { LetterShows } from './classes';
import type { CriterionLevel } from './progress';

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
