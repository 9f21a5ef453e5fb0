/** Papers to write on: a PDF or a picture that each student, or each group, has a copy of. */
import type { Instant, PaperChange, PaperObject } from '@jolly/core';
import type { KeptFile, PaperSetting } from './assignments';
import type { WorkFile } from './work';

/** A copy of a paper, without what stands on it. */
export interface PaperSheet {
  attachmentId: string;
  /** whose copy it is, where each of a group has one; null: of whoever works on this */
  studentId: string | null;
  title: string;
  /** the blank paper, as it was when it was first written on */
  file: KeptFile;
  /** how many objects stand on it */
  objects: number;
  version: number;
  savedAt: Instant | null;
  /** the teacher has put another file in its place since */
  corrected: boolean;
}
export interface PaperReply extends PaperSheet, PaperSetting {
  /** what stands on it, lowest first */
  written: PaperObject[];
}
/** A student's own copy, for writing on. */
export interface OwnPaperReply extends PaperReply {
  /** of the piece */
  pieceTitle: string;
  zone: string;
  /** why nothing can be written now; null: it can */
  mayWrite: string | null;
  /** a group's, not one's own */
  shared: boolean;
  /** what is to be written on it may be said aloud */
  voiceAnswers: boolean;
  /** what was said of it, of the whole and of its places */
  said: WorkFile[];
}
export interface PaperChangeRequest extends PaperChange {
  /** the version that the change was made on */
  seen: number;
  /** the page that sends it, by an id of its own */
  writer: string;
}
/** What stands otherwise than in the version that was seen. */
export interface PaperChangeReply extends PaperChange {
  version: number;
  savedAt: Instant;
}
/** Which version of a paper belongs to a version of a work. */
export interface PaperAt {
  attachmentId: string;
  studentId: string | null;
  version: number;
}
/** Whether a file can be written on, and on how many pages. */
export interface PaperCheck {
  pages: number;
}
