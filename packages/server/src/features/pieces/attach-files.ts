import { acceptsFile, answersOf, isRecording, type SaidPlace } from '@jolly/core';
import type { Transaction } from 'sequelize';
import type { WorkFile } from '../../contract';
import type { TakenFile } from '../../files/take-file';
import { Problem } from '../../http/problem';
import type { ChangeDraft } from './change-draft';
import { newName } from './file-names';
import { requireOpen, workAt, type OwnPiecesService, type Student } from './own-pieces.service';
import { papersOf } from './papers';
import { worksheetsOf } from './sheets';
import type { Sight } from './sight';
import type { WorksService } from './works.service';

const MOST_FILES = 20;

/** @throws Problem unless this written part is there and may be answered aloud */
function requirePlace(at: Sight, { attachmentId, placeId }: SaidPlace): void {
  if (!at.assignment.voiceAnswers) throw new Problem('piece.voiceNotAllowed');
  const sheet = worksheetsOf(at).find((one) => one.attachment.id === attachmentId);
  const there =
    attachmentId === null
      ? placeId === null && at.assignment.accepts.includes('text')
      : sheet
        ? placeId === null || Object.hasOwn(answersOf(sheet.attachment.text), placeId)
        : // The fields of a PDF's own form are known to the page that draws it.
          papersOf(at).some((one) => one.attachment.id === attachmentId);
  if (!there) throw new Problem('piece.noSuchPlace');
}

/** Files of a piece that is being worked on. */
export function attachingFiles(changeDraft: ChangeDraft, { ownPieces, works }: { ownPieces: OwnPiecesService; works: WorksService }) {
  return {
    /** May this student attach one more file now? Asked before the bytes come. */
    async mayAttach(student: Student, assignmentId: string, now: number): Promise<void> {
      const at = await ownPieces.sight(student, 'ownWork.write', assignmentId, now);
      requireOpen(at, now);
      const work = workAt(at);
      if (work && (await works.draftFiles(work.id)).length >= MOST_FILES) throw new Problem('file.tooMany');
    },

    async attach(
      student: Student,
      assignmentId: string,
      file: TakenFile,
      now: number,
      answers: SaidPlace | null = null,
      alsoThen: (attached: WorkFile, transaction: Transaction) => Promise<void> = async () => {},
    ): Promise<WorkFile> {
      return changeDraft(student, assignmentId, now, async ({ work, transaction }, at) => {
        if (answers !== null) requirePlace(at, answers);
        if (answers === null ? !acceptsFile(at.assignment.accepts, file.mediaType) : !isRecording(file.mediaType))
          throw new Problem('piece.kindNotAccepted');
        const there = await work.files();
        if (there.length >= MOST_FILES) throw new Problem('file.tooMany');
        const attached = await work.addFile({ ...file, name: newName(file.name, there) }, student.userId, now, answers);
        await alsoThen(attached, transaction);
        return attached;
      });
    },

    async detach(student: Student, assignmentId: string, fileId: string, now: number): Promise<void> {
      await changeDraft(student, assignmentId, now, async ({ work }) => {
        if (!(await work.dropFile(fileId, student.userId, now))) throw new Problem('thing.unknown');
      });
    },
  };
}
