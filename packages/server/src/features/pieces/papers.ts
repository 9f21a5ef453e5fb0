import { isPaper } from '@jolly/core';
import type { PaperSetting, PaperSheet } from '../../contract';
import type { Sight } from './sight';
import type { PaperAttachment, PaperRecord } from './work-records';

/** A paper that this student writes on, and whose copy it is. */
export interface PaperToWrite {
  attachment: PaperAttachment;
  studentId: string | null;
}

const NO_SETTING: PaperSetting = { places: [], stickers: [] };

/**
 * The papers that this student writes on: theirs alone where each has one, the group's where there is one for all. With a quiz
 * everything that is handed in is an answer, so that a paper beside it is only to be taken away.
 */
export function papersOf({ assignment, member, team }: Sight): PaperToWrite[] {
  if (assignment.how === 'quiz') return [];
  return assignment.attachments.flatMap((attachment) =>
    attachment.kind === 'file' && attachment.use !== 'toRead' && isPaper(attachment.file.mediaType)
      ? [{ attachment, studentId: team !== null && attachment.use === 'oneEach' ? member.student.id : null }]
      : [],
  );
}

/** One of them with the copy of it, as far as there is one. Before anything stands on it, it is the teacher's file itself. */
export function toPaperSheet({ attachment, studentId }: PaperToWrite, copies: readonly PaperRecord[]): PaperSheet {
  const copy = copies.find((one) => one.attachmentId === attachment.id && one.studentId === studentId);
  const corrected = copy !== undefined && copy.keptFileId !== attachment.file.id;
  return {
    attachmentId: attachment.id,
    studentId,
    title: attachment.title || attachment.file.name,
    file: copy ? { ...attachment.file, id: copy.fileId } : attachment.file,
    objects: copy?.objects ?? 0,
    version: copy?.version ?? 0,
    savedAt: copy?.savedAt ?? null,
    corrected,
  };
}

/** The papers that are this student's to write on, as they see them. */
export const toPaperSheets = (sight: Sight, copies: readonly PaperRecord[]): PaperSheet[] =>
  papersOf(sight).map((one) => toPaperSheet(one, copies));

/** The setting that goes with a paper, by its attachment; of one that is not attached any more: none. */
export function settingOf({ assignment }: Sight, attachmentId: string): PaperSetting {
  const attachment = assignment.attachments.find((one) => one.id === attachmentId);
  return (attachment?.kind === 'file' && attachment.paper) || NO_SETTING;
}
