/** Rosters in and out, teachers of a class, groups, mail. */
import type { ColumnUse, Instant, LocalDate, RosterChange, RosterEntry, RowProblem, StudentName } from '@jolly/core';

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
}
