/** Who is signed in, and the ways of signing in. */
import type { Instant, StudentName } from '@jolly/core';

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
