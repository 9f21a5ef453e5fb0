import type { RichText } from '@jolly/core';
import type { Attachment, VersionItem } from '../../contract';

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
/** What a version holds. */
export interface VersionRecord extends Omit<VersionItem, 'by' | 'files'> {
  by: string;
  fileIds: string[];
}
export interface WholeVersion extends VersionRecord {
  text: RichText | null;
  sheets: { attachmentId: string; studentId: string | null; title: string; text: RichText }[];
}
export type WorksheetAttachment = Extract<Attachment, { kind: 'worksheet' }>;
