/** Rosters in and out, teachers of a class, groups, mail. */
import type { ColumnUse, Instant, Language, LocalDate, RosterChange, RosterEntry, RowProblem, StudentName } from '@jolly/core';

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
  /** the simple view as this class's teachers have it for them; null: as the class */
  simpleView: boolean | null;
  /** which view they chose themselves; null: none */
  ownView: boolean | null;
  /** the language in which the teachers of this class give them their words; null: their own */
  wordsLanguage: Language | null;
  /** in a class of other teachers too, so that name, sign-in and families are not for the one who asks to change */
  elsewhere: boolean;
}
export interface StudentChange {
  givenName?: string;
  familyName?: string;
  shownAs?: string | null;
  email?: string | null;
  schoolNumber?: string | null;
  /** for this class; it takes the place of what the student chose */
  simpleView?: boolean | null;
  /** for this class */
  wordsLanguage?: Language | null;
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
  | (Exclude<RosterEntry, { kind: 'new' | 'asked' | 'problem' }> & { name: StudentName; changes?: RosterChange[]; kept?: RosterChange[] })
  | { kind: 'asked'; row: number; /** as the row says */ name: StudentName }
  | ({ kind: 'problem'; /** as the row says, where it says so */ name: StudentName | null; file?: string } & RowProblem);
export interface RosterPreviewReply {
  format: 'table' | 'oneRoster';
  /** what would happen, as one number: confirming names it, so that nothing else happens */
  digest: string;
  encoding: string | null;
  header: boolean;
  columns: { name: string; sample: string; use: ColumnUse }[];
  bundle: {
    version: string;
    mode: 'bulk' | 'delta';
    classes: { sourceId: string; title: string; students: number }[];
    chosen: string | null;
    notes: string[];
  } | null;
  whole: boolean;
  rows: number;
  entries: RosterPreviewEntry[];
  counts: Record<RosterEntry['kind'], number>;
  passedOver: number;
}
export interface RosterImportReply {
  /** students of other classes who were asked to come in */
  asked: number;
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

export interface TeachersReply {
  teachers: { id: string; name: string; owner: boolean }[];
  invitations: { id: string; email: string; at: Instant; expires: Instant }[];
}

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
  /** news that waits to be written to somebody: for the end of their quiet hours, or the mail of the day */
  held: { id: string; toName: string; news: number; until: Instant }[];
  /** who had news lately that no mail could carry, having no address */
  withoutAddress: { id: string; name: string; news: number }[];
}

/** Somebody who has the join code and a name of the roster; a teacher says who it is. */
export interface WaitingToJoin {
  id: string;
  classId: string;
  at: Instant;
  student: StudentName & { id: string };
  /** with an account from another class */
  elsewhere: boolean;
  /** the students of the roster who have this name */
  listed: (StudentName & { id: string; schoolNumber: string | null; hasPassword: boolean; cardMadeAt: Instant | null })[];
}
export interface JoiningsReply {
  waiting: WaitingToJoin[];
  /** students of other classes who were asked and have not answered */
  asked: { id: string; name: string; at: Instant }[];
}
export interface SettleJoining {
  /** the one of the roster, another student of that name, or nobody of this class */
  how: 'same' | 'other' | 'refuse';
  listedId?: string;
}
/** A student's own way into a class: a teacher asks them, or they wait to be let in. */
export interface MyJoining {
  id: string;
  kind: 'asked' | 'waits';
  className: string;
  by: string | null;
  at: Instant;
}
/** A teacher of one's classes, and whether they may give one a new password, card or name. */
export interface HelperReply {
  id: string;
  name: string;
  classes: string[];
  /** may anyhow: brought the student in, or teaches all of their classes */
  always: boolean;
  broughtIn: boolean;
  allowed: boolean;
}
