import { MINUTE_MS, type RichText } from '@jolly/core';
import type { TakenFile } from '../../files/take-file';
import type { Attachment, PaperAt, VersionItem } from '../../contract';

/** Saves nearer to each other than this are one version. */
export const VERSION_SPAN_MS = 5 * MINUTE_MS;

/** A copy of a worksheet to write on. */
export interface SheetRecord {
  attachmentId: string;
  /** null: shared by whoever works on this */
  studentId: string | null;
  source: RichText;
  text: RichText;
  begun: boolean;
  version: number;
}
/** A copy of a paper that somebody has written on. */
export interface PaperRecord extends PaperAt {
  /** the teacher's file that it is a copy of */
  keptFileId: string;
  fileId: string;
  objects: number;
  words: number;
  savedAt: number;
}
/** What a version holds. */
export interface VersionRecord extends Omit<VersionItem, 'by' | 'files' | 'paperCount'> {
  by: string;
  fileIds: string[];
  papers: PaperAt[];
}
export interface WholeVersion extends VersionRecord {
  text: RichText | null;
  sheets: { attachmentId: string; studentId: string | null; title: string; text: RichText }[];
}
export type WorksheetAttachment = Extract<Attachment, { kind: 'worksheet' }>;
export type PaperAttachment = Extract<Attachment, { kind: 'file' }>;
/** A paper of a work as a PDF with everything on it, and the version of it that this is. */
export interface FlatPaper extends PaperAt {
  file: TakenFile;
}
