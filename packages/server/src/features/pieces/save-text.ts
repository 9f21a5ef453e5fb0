import { acceptsText } from '@jolly/core';
import type { SaveTextReply, SaveTextRequest, SheetView } from '../../contract';
import { Problem } from '../../http/problem';
import type { ChangeDraft } from './change-draft';
import type { OpenWork } from './open-work';
import type { Student } from './own-pieces.service';
import { toSheetViews, worksheetsOf } from './sheets';
import type { Sight } from './sight';
import type { SheetRecord, WorksheetAttachment } from './work-records';

/** Writing: the text of a piece, and copies of its worksheets. What is saved goes by the version that was seen. */
export function savingText(changeDraft: ChangeDraft) {
  async function sheetIn(work: OpenWork, at: Sight, attachmentId: string): Promise<{ copy: SheetRecord; attachment: WorksheetAttachment }> {
    const asked = worksheetsOf(at).find(({ attachment }) => attachment.id === attachmentId);
    const copy = asked && (await work.sheets()).find((one) => one.attachmentId === attachmentId && one.studentId === asked.studentId);
    if (!copy) throw new Problem('thing.unknown');
    return { copy, attachment: asked.attachment };
  }

  /** Changes one copy of a worksheet from the version it was seen in. */
  async function changeSheet(
    student: Student,
    at: { assignmentId: string; attachmentId: string; version: number },
    now: number,
    change: (work: OpenWork, copy: SheetRecord, attachment: WorksheetAttachment) => Promise<void>,
  ): Promise<SheetView> {
    return changeDraft(student, at.assignmentId, now, async ({ work }, sight) => {
      const { copy, attachment } = await sheetIn(work, sight, at.attachmentId);
      const view = async () => toSheetViews(sight, await work.sheets()).find((one) => one.attachmentId === at.attachmentId)!;
      if (copy.version !== at.version) throw new Problem('conflict.changedMeanwhile', { current: await view() });
      await change(work, copy, attachment);
      return view();
    });
  }

  return {
    /** @throws Problem `conflict.changedMeanwhile` with the newer text, which another tab, device or member saved */
    async saveText(student: Student, assignmentId: string, request: SaveTextRequest, now: number): Promise<SaveTextReply> {
      return changeDraft(student, assignmentId, now, async ({ work }, at) => {
        if (!acceptsText(at.assignment.accepts, request.text)) throw new Problem('piece.kindNotAccepted');
        if (work.record.version !== request.version)
          throw new Problem('conflict.changedMeanwhile', { current: { text: work.record.text, version: work.record.version } });
        if (request.keepBefore) await work.keepPresent(work.record.savedBy ?? student.userId, now - 1);
        await work.saveText(request.text, student.userId, now);
        return { savedAt: now, version: work.record.version };
      });
    },

    async saveSheet(
      student: Student,
      at: { assignmentId: string; attachmentId: string },
      { text, version, keepBefore }: SaveTextRequest,
      now: number,
    ): Promise<SheetView> {
      return changeSheet(student, { ...at, version }, now, async (work, copy) => {
        if (keepBefore) await work.keepPresent(work.record.savedBy ?? student.userId, now - 1);
        await work.saveSheet(copy, text, student.userId, now);
      });
    },

    /** Takes the teacher's corrected worksheet; what was written stays in its places, and the sheet as it was is a version. */
    async takeCorrection(
      student: Student,
      at: { assignmentId: string; attachmentId: string },
      version: number,
      now: number,
    ): Promise<SheetView> {
      return changeSheet(student, { ...at, version }, now, (work, copy, attachment) =>
        work.correctSheet(copy, attachment.text, student.userId, now),
      );
    },
  };
}
