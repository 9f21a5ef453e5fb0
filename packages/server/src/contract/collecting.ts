/** Collecting: who is at what, nudging, noting in class, taking home and bringing back, overlap. */
import type { Instant, Milliseconds, SharedPassage, StudentName } from '@jolly/core';
import type { KeptFile } from './assignments';
import type { PaperSheet } from './papers';
import type { ClassMark, DraftView, PieceRow, SheetView, VersionItem } from './work';

/** Rows of students whose pieces have changed. */
export interface ChangedRowsReply {
  rows: PieceRow[];
}
export interface NudgeRequest {
  studentIds: string[];
  text: string;
  /** also those who were nudged about it today already */
  again: boolean;
}
export interface NudgeReply {
  nudged: string[];
}
export interface ClassMarksRequest {
  marks: { studentId: string; mark: ClassMark | 'excused' | null }[];
}
/** One student's work as it is being written, for a teacher to look at. */
export interface FollowReply {
  row: PieceRow;
  draft: DraftView;
  sheets: SheetView[];
  papers: PaperSheet[];
  versions: VersionItem[];
}
export interface BroughtBackReply {
  students: StudentName[];
  file: KeptFile;
}
/** How many files would go home. */
export interface TakeHomePlan {
  files: number;
}
export interface TakeHomeProgress {
  done: number;
  of: number;
}

/** Two pieces that share words. Percentages follow from the counts, which are their base. */
export interface OverlapPair {
  a: OverlapPiece;
  b: OverlapPiece;
  passages: SharedPassage[];
}
export interface OverlapPiece {
  /** of `texts` */
  text: number;
  /** words of the student's own, and how many of them the other has too */
  words: number;
  shared: number;
}
export interface OverlapReply {
  id: string;
  done: number;
  of: number;
  /** null while it is being computed */
  result: {
    took: Milliseconds;
    texts: { name: string; className: string; text: string; studentId: string; assignmentId: string; handedInAt: Instant }[];
    pairs: OverlapPair[];
  } | null;
}
