/** Who is signed in, and the ways of signing in. */
import type { Instant, Language, StudentName } from '@jolly/core';

export interface Me extends StudentName {
  id: string;
  role: 'teacher' | 'student' | 'family';
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
  /** reads in this language; null: not chosen yet, or a family, which keeps it with its settings */
  language: Language | null;
  /** sees the simple view, by their own choice or their teachers' */
  simple: boolean;
  /** which they chose themselves; null: as their teachers have it */
  ownView: boolean | null;
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
/** What turning two-step sign-in on, replacing and ending it ask for. */
export interface TwoStepProof {
  current: string;
  /** of the authenticator that holds now, or a recovery code; while it is on */
  presentCode?: string;
}
export interface FinishTwoStepRequest extends TwoStepProof {
  secret: string;
  code: string;
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
  /** may one prove with the school number that one is the student of the roster? */
  asksNumber: boolean;
}
export interface JoinRequest extends StudentName {
  userName: string;
  password: string;
  /** the code of the sign-in card, or the school number: proves that one is the student of that name on the roster */
  card?: string;
  number?: string;
}
export interface JoinReply extends SessionReply {
  classId: string;
  /** is the student of the roster, by what proved it */
  wasOnRoster: boolean;
  /** the roster has the name and nothing proved who it is: a teacher says so */
  waits: boolean;
}
export interface JoinedReply {
  classId: string;
  waits: boolean;
}
