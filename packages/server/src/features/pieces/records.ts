import type { Instant, MilliPoints, PieceSummary, RichText, RubricChoices } from '@jolly/core';
import type { Chosen, GivenView, HandInView, Went } from '../../contract';

/** Pieces, works, hand-ins and scores as they are stored and read: what everything about pieces is made of. */

/** What is worked on: by one student, or shared by those of a group. */
export interface WorkRecord {
  id: string;
  groupId: string | null;
  text: RichText | null;
  savedAt: Instant | null;
  savedBy: string | null;
  version: number;
  words: number | null;
}

/** What a piece was given, without what follows from it. */
export type Given = Omit<GivenView, 'counted' | 'takenOff' | 'effective'>;
/** What stands beside the score in one column. */
export type GivenDetails = Pick<Given, 'words' | 'adjust' | 'rounds'>;

/** One student's piece as stored: the summary of its facts, what is worked on, and the score as it now stands. */
export interface PieceRecord {
  id: string;
  assignmentId: string;
  studentId: string;
  summary: PieceSummary;
  work: WorkRecord;
  begun: boolean;
  seenAt: number | null;
  activeAt: number | null;
  score: (Given & { at: number; by: string; /** how often it had been sent back then */ round: number }) | null;
  held: boolean;
  returned: Given | null;
  /** until when notes on the work are shown to the student */
  shownAt: number | null;
  went: { how: Went; line: string } | null;
  selfCheck: RubricChoices | null;
  saidMissing: boolean;
  version: number;
}

/** What a mark book needs of a piece: its facts and its scores, without texts and what is worked on. */
export type LeanRecord = Pick<PieceRecord, 'id' | 'assignmentId' | 'studentId' | 'summary' | 'held' | 'saidMissing' | 'version'> & {
  score: (Pick<Given, 'earned' | 'chosen' | 'adjust' | 'rounds'> & { at: number; by: string }) | null;
  returned: Pick<Given, 'earned' | 'rounds'> | null;
};
/** Does a hand-in of it lie with the teacher? One that was taken back is the student's again; one that was sent back was seen. */
export const isWithTeacher = <R extends Pick<PieceRecord, 'summary'>>(record: R | null): record is R =>
  record !== null && (record.summary.handedInAt !== null || record.summary.sentBackAt !== null);

/** A hand-in as stored, with `by` still an id. */
export type HandInRecord = Omit<HandInView, 'receivedFor'>;

/** A score by a second marker; `by` is still an id. */
export interface SecondRecord {
  by: string;
  at: number;
  earned: MilliPoints | null;
  chosen: Chosen | null;
  remark: string;
  agreedAt: number | null;
}

/** A score out of other points. */
export type Rescaled = (given: Pick<Given, 'earned' | 'chosen' | 'adjust' | 'rounds'>) => Pick<Given, 'earned' | 'adjust' | 'rounds'>;
