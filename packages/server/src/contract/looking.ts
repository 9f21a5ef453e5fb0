/** What is looked at across classes: Today, the term line, finding. */
import type { Instant, StudentName, Term } from '@jolly/core';
import type { ExtensionRequest } from './exceptions';
import type { PileReply } from './marking';
import type { WaitingToJoin } from './rosters';

export interface TodayReply {
  /** has anything been issued in these classes at all? */
  anyIssued: boolean;
  piles: PileReply[];
  waitingOn: {
    student: StudentName & { id: string };
    classId: string;
    pieces: { assignmentId: string; title: string; state: 'missing' | 'sentBack' }[];
  }[];
  coming: {
    assignmentId: string;
    classId: string;
    title: string;
    due: Instant;
    how: 'handIn' | 'quiz' | 'inClass';
    otherDates: number;
    latestOther: Instant | null;
  }[];
  /** per assignment with something returned, most unread first */
  feedback: { assignmentId: string; classId: string; title: string; returned: number; unread: number }[];
  drafts: { briefId: string; classIds: string[]; title: string; /** a timed one goes out then */ issuedAt: Instant | null }[];
  /** students asking for more time, oldest first */
  requests: ExtensionRequest[];
  /** pieces in portfolios that wait for a word, by class */
  portfolios: { classId: string; waiting: number }[];
  /** who has joined by code under a name of the roster, and waits for a word */
  joinings: WaitingToJoin[];
}
/** A class that is still being set up: what is there, so that what is missing can be said. */
export interface FirstSteps {
  classId: string;
  students: number;
  /** of these, who has a password, a card or an invitation to sign in with */
  canSignIn: number;
  issued: number;
  /** a draft to go on with */
  draft: string | null;
}
export interface TermLineReply {
  classes: { id: string; name: string; hue: number; zone: string; terms: Term[] }[];
  squares: { assignmentId: string; briefId: string; classId: string; title: string; due: Instant; issued: boolean }[];
  /** pieces waiting for a score, for the mast */
  waiting: number;
}
/** Something that was found by typing. Of an aim the id is the aim itself. */
export interface Found {
  kind: 'class' | 'student' | 'assignment' | 'handout' | 'shelf' | 'question' | 'group' | 'unit' | 'aim' | 'preset';
  id: string;
  /** null for what is the teacher's own, of no class */
  classId: string | null;
  label: string;
  /** its class, and the words in which it was found where that was not the title */
  detail: string;
}
export interface FindReply {
  found: Found[];
}
