/** Assignments. */
import type { Instant, MilliPoints, PieceState, RichText } from '@jolly/core';

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
