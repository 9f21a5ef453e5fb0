/** The year's shelf of a class: handouts that stay at hand the whole year, and who has opened them. */
import type { Instant, OnYearShelf, StudentName } from '@jolly/core';

export interface ShelvedHandout extends OnYearShelf {
  assignmentId: string;
  briefId: string;
  title: string;
  /** by how many of those who have it */
  opened: number;
  of: number;
}
export interface YearShelfReply {
  version: number;
  /** in the teacher's order */
  handouts: ShelvedHandout[];
  /** handouts of the class that are not on it, newest first */
  others: { assignmentId: string; briefId: string; title: string; issuedAt: Instant | null }[];
}
export interface YearShelfRequest {
  version: number;
  /** the whole shelf, in order */
  handouts: { assignmentId: string; folder: string }[];
}
export interface HandoutOpenedReply {
  students: { student: StudentName & { id: string }; openedAt: Instant | null }[];
}
