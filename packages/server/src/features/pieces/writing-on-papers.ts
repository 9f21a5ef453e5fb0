import { isOwnSticker, type PaperObject } from '@jolly/core';
import type { OwnPaperReply, PaperAt, PaperChangeReply, PaperChangeRequest, PaperReply } from '../../contract';
import type { TakenFile } from '../../files/take-file';
import { Problem } from '../../http/problem';
import type { KeptFilesService } from '../kept/kept-files.service';
import type { ChangeDraft } from './change-draft';
import { whyNotHandIn, workAt, type OwnPiecesService, type Student } from './own-pieces.service';
import { papersOf, settingOf, toPaperSheet, type PaperToWrite } from './papers';
import type { Sight } from './sight';
import type { WorksService } from './works.service';

interface Collaborators {
  ownPieces: OwnPiecesService;
  works: WorksService;
  keptFiles: KeptFilesService;
}
export interface PaperOfPiece {
  assignmentId: string;
  attachmentId: string;
}

/** Writing on papers, and reading what stands on them. */
export function writingOnPapers(changeDraft: ChangeDraft, { ownPieces, works, keptFiles }: Collaborators) {
  /** @throws Problem `thing.unknown` for what is no paper of theirs */
  function paperAt(sight: Sight, attachmentId: string): PaperToWrite {
    const found = papersOf(sight).find(({ attachment }) => attachment.id === attachmentId);
    if (!found) throw new Problem('thing.unknown');
    return found;
  }

  /** The teacher's file as it is now, to lie below what is written. */
  const blankOf = async ({ attachment }: PaperToWrite): Promise<TakenFile> => {
    const found = await keptFiles.byId(attachment.file.id);
    if (!found) throw new Problem('file.gone');
    return { ...found.file, pixels: null };
  };

  /** @throws Problem `paper.noSuchSticker`: an id of a file is no right to look at it */
  function requireStickers(objects: readonly PaperObject[], { attachment }: PaperToWrite): void {
    const known = new Set(attachment.paper?.stickers.map((one) => one.id));
    for (const one of objects)
      if (one.kind === 'sticker' && !isOwnSticker(one.sticker) && !known.has(one.sticker)) throw new Problem('paper.noSuchSticker');
  }

  async function whole(sight: Sight, paper: PaperToWrite, workId: string | null): Promise<PaperReply> {
    const { attachment, studentId } = paper;
    const [copies, written] = await Promise.all([
      workId === null ? [] : works.papersOf([workId]),
      workId === null ? [] : works.written({ workId, attachmentId: attachment.id, studentId }),
    ]);
    return { ...toPaperSheet(paper, copies), ...settingOf(sight, attachment.id), written };
  }

  return {
    /** A student's own copy with what stands on it. */
    async ownPaper(student: Student, { assignmentId, attachmentId }: PaperOfPiece, now: number): Promise<OwnPaperReply> {
      const sight = await ownPieces.sight(student, 'ownWork.look', assignmentId, now);
      const paper = paperAt(sight, attachmentId);
      const reply = await whole(sight, paper, workAt(sight)?.id ?? null);
      const shared = sight.team !== null && paper.studentId === null;
      const { zone } = sight.schoolClass.calendar;
      const { title, voiceAnswers } = sight.assignment;
      const work = workAt(sight);
      const said = (work ? await works.draftFiles(work.id) : []).filter((file) => file.answers?.attachmentId === attachmentId);
      return { ...reply, pieceTitle: title, zone, mayWrite: whyNotHandIn(sight, now), shared, voiceAnswers, said };
    },

    /** What others have changed since a version that was seen. */
    async paperSince(student: Student, { assignmentId, attachmentId }: PaperOfPiece, seen: number, now: number): Promise<PaperChangeReply> {
      const sight = await ownPieces.sight(student, 'ownWork.look', assignmentId, now);
      const paper = paperAt(sight, attachmentId);
      const work = workAt(sight);
      const copies = work ? await works.papersOf([work.id]) : [];
      const { version, savedAt } = toPaperSheet(paper, copies);
      const change = work
        ? await works.changedSince({ workId: work.id, attachmentId, studentId: paper.studentId }, seen)
        : { put: [], drop: [] };
      return { ...change, version, savedAt: savedAt ?? now };
    },

    /** Puts on a paper, moves and takes away, object by object. @throws Problem `paper.noSuchSticker`, `paper.full` */
    async writeOnPaper(
      student: Student,
      { assignmentId, attachmentId }: PaperOfPiece,
      { seen, writer, put, drop }: PaperChangeRequest,
      now: number,
    ): Promise<PaperChangeReply> {
      return changeDraft(student, assignmentId, now, async ({ work, transaction }, sight) => {
        const paper = paperAt(sight, attachmentId);
        requireStickers(put, paper);
        await work.changePaper(paper, { put, drop }, { seen, writer, by: student.userId, now, blank: () => blankOf(paper) });
        const sheet = toPaperSheet(paper, await work.papers());
        const key = { workId: work.record.id, attachmentId, studentId: paper.studentId };
        return { ...(await works.changedSince(key, seen, transaction)), version: sheet.version, savedAt: now };
      });
    },

    /** Puts the teacher's present file below what is written; the paper as it was is a version. */
    async takeCorrectedPaper(student: Student, { assignmentId, attachmentId }: PaperOfPiece, now: number): Promise<void> {
      await changeDraft(student, assignmentId, now, async ({ work }, sight) => {
        const paper = paperAt(sight, attachmentId);
        if (!toPaperSheet(paper, await work.papers()).corrected) return;
        await work.correctPaper(paper, await blankOf(paper), student.userId, now);
      });
    },

    /** A student's paper as it is now, for a teacher who looks on. */
    async paperOf(sight: Sight, attachmentId: string): Promise<PaperReply> {
      return whole(sight, paperAt(sight, attachmentId), workAt(sight)?.id ?? null);
    },

    /** Papers as they were in a version of a work. */
    async papersThen(workId: string, sight: Sight, then: readonly PaperAt[]): Promise<PaperReply[]> {
      const copies = await works.papersOf([workId]);
      const found: PaperReply[] = [];
      for (const { attachmentId, studentId, version } of then) {
        const copy = copies.find((one) => one.attachmentId === attachmentId && one.studentId === studentId);
        const blank = copy && (await works.file(copy.fileId));
        if (!copy || !blank) continue;
        const { id, name, size, mediaType } = blank.file;
        const attachment = sight.assignment.attachments.find((one) => one.id === attachmentId);
        const written = await works.written({ workId, attachmentId, studentId }, version);
        found.push({
          attachmentId,
          studentId,
          title: attachment?.title || name,
          file: { id, name, size, mediaType },
          objects: written.length,
          version,
          savedAt: null,
          corrected: false,
          ...settingOf(sight, attachmentId),
          written,
        });
      }
      return found;
    },
  };
}

export type WritingOnPapers = ReturnType<typeof writingOnPapers>;
