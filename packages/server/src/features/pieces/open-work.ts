import {
  answersOf,
  type PaperChange,
  hasAnswerSpaces,
  mergeTexts,
  withAnswers,
  wordCount,
  writtenOn,
  writtenWords,
  type RichText,
  type SaidPlace,
} from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import type { HandedSheet, PaperAt, WorkFile } from '../../contract';
import type { TakenFile } from '../../files/take-file';
import { newName } from './file-names';
import type { PaperToWrite } from './papers';
import { toHandInRecord, toWorkFile, toWorkRecord } from './pieces.mapper';
import { definePieces } from './pieces.model';
import type { HandInRow, PieceFileRow, WorkRow, WorkSheetRow } from './pieces-rows';
import { fingerprintOf, receiptOf } from './receipts';
import type { HandInRecord, WorkRecord } from './records';
import type { WorkDrafts } from './work-drafts';
import type { WorkPapers } from './work-papers';
import type { FlatPaper, PaperRecord, SheetRecord, WholeVersion, WorksheetAttachment } from './work-records';
import type { WorkVersions } from './work-versions';

/** Work held open in a transaction: nobody else changes it until it is closed. */
export interface OpenWork {
  record: WorkRecord;
  /** Keeps the present state as a version that is never thinned. */
  keepPresent(by: string, now: number): Promise<unknown>;
  saveText(text: RichText, by: string, now: number): Promise<void>;
  files(): Promise<WorkFile[]>;
  /** @param answers of a recording: the written part that it answers */
  addFile(file: TakenFile, by: string, now: number, answers?: SaidPlace | null): Promise<WorkFile>;
  dropFile(fileId: string, by: string, now: number): Promise<boolean>;
  sheets(): Promise<SheetRecord[]>;
  /** Makes the copies that are not there yet, and brings those that nobody has written on up to date with the teacher's. */
  copySheets(worksheets: readonly { attachment: WorksheetAttachment; studentId: string | null }[]): Promise<void>;
  saveSheet(sheet: SheetRecord, text: RichText, by: string, now: number): Promise<void>;
  /** Takes the teacher's corrected worksheet, with what was written on the old one in its places. */
  correctSheet(sheet: SheetRecord, corrected: RichText, by: string, now: number): Promise<void>;
  papers(): Promise<PaperRecord[]>;
  /** Changes one paper, whose copy is made if there is none. @returns whether anything changed */
  changePaper(
    of: PaperToWrite,
    change: PaperChange,
    at: { seen: number; writer: string; by: string; now: number; blank: () => Promise<TakenFile> },
  ): Promise<boolean>;
  /** Puts the teacher's present file below what is written. */
  correctPaper(of: PaperToWrite, blank: TakenFile, by: string, now: number): Promise<void>;
  /** Makes an earlier version the present one; the present one is kept as a version before. */
  restore(version: WholeVersion, by: string, now: number): Promise<void>;
  /** Freezes the present state as the next version, with its papers as the files that were made of them. */
  handIn(titles: ReadonlyMap<string, string>, flat: readonly FlatPaper[], by: string, now: number): Promise<HandInRecord>;
}

/** Opens works that are locked in a transaction; what was changed is stored when one is closed. */
export function openWorks(
  sequelize: Sequelize,
  { draftFiles, sheetsOf }: WorkDrafts,
  { noteVersion }: WorkVersions,
  workPapers: WorkPapers,
) {
  const { works, sheets, handIns, files, handInFiles } = definePieces(sequelize);
  return function open(row: WorkRow, transaction: Transaction): { work: OpenWork; close: () => Promise<void> } {
    const record = toWorkRecord(row);
    const changes: Partial<WorkRow> = {};
    let changedBy: { by: string; now: number } | null = null;
    const touched = (by: string, now: number) => {
      changedBy = { by, now };
      record.savedAt = now;
      Object.assign(changes, { savedAt: new Date(now), savedBy: by });
    };
    const writeSheet = async (sheet: SheetRecord, columns: Partial<WorkSheetRow>) => {
      await sheets.update(
        { ...columns, version: sheet.version + 1 },
        { where: { workId: record.id, attachmentId: sheet.attachmentId, studentId: sheet.studentId ?? '' }, transaction },
      );
    };
    const storeFile = async (
      { fingerprint, name, size, mediaType, pixels }: TakenFile,
      by: string,
      now: number,
      { paperOf = null, answers = null }: { paperOf?: string | null; answers?: SaidPlace | null },
    ) => {
      const file: PieceFileRow = {
        id: randomUUID(),
        workId: record.id,
        fingerprint,
        name,
        size,
        mediaType,
        addedAt: new Date(now),
        inDraft: paperOf === null,
        addedBy: by,
        pixels,
        attachmentId: paperOf,
        answers,
      };
      await files.create(file, { transaction });
      return toWorkFile(file);
    };
    const paperKey = ({ attachment, studentId }: PaperToWrite) => ({ workId: record.id, attachmentId: attachment.id, studentId });
    const work: OpenWork = {
      record,
      async keepPresent(by, now) {
        await noteVersion(record, { kind: 'kept', by, now }, transaction);
        await workPapers.freeze(record.id, transaction);
      },
      async saveText(text, by, now) {
        record.text = text;
        record.version += 1;
        Object.assign(changes, { text, version: record.version });
        touched(by, now);
      },
      files: () => draftFiles(record.id, transaction),
      async addFile(taken, by, now, answers = null) {
        const file = await storeFile(taken, by, now, { answers });
        touched(by, now);
        return file;
      },
      async dropFile(fileId, by, now) {
        const [changed] = await files.update({ inDraft: false }, { where: { id: fileId, workId: record.id, inDraft: true }, transaction });
        if (changed > 0) touched(by, now);
        return changed > 0;
      },
      sheets: () => sheetsOf([record.id], transaction),
      async copySheets(worksheets) {
        const copies = await sheetsOf([record.id], transaction);
        for (const { attachment, studentId } of worksheets) {
          const copy = copies.find((one) => one.attachmentId === attachment.id && one.studentId === studentId);
          const { text } = attachment;
          if (!copy)
            await sheets.create(
              { workId: record.id, attachmentId: attachment.id, studentId: studentId ?? '', source: text, text, begun: false, version: 0 },
              { transaction },
            );
          else if (!copy.begun && JSON.stringify(copy.source) !== JSON.stringify(text)) await writeSheet(copy, { source: text, text });
        }
      },
      async saveSheet(sheet, text, by, now) {
        await writeSheet(sheet, { text: writtenOn(sheet.source, text), begun: true });
        touched(by, now);
      },
      async correctSheet(sheet, corrected, by, now) {
        await work.keepPresent(by, now);
        const merged = hasAnswerSpaces(corrected)
          ? withAnswers(corrected, answersOf(sheet.text))
          : // Where the correction and the writing touch the same words, the writing stands below the corrected sheet.
            (mergeTexts({ base: sheet.source, mine: sheet.text, theirs: corrected }) ?? {
              type: 'doc' as const,
              content: [...(corrected.content ?? []), { type: 'horizontalRule' }, ...(sheet.text.content ?? [])],
            });
        await writeSheet(sheet, { source: corrected, text: merged, begun: true });
        touched(by, now);
      },
      papers: () => workPapers.papersOf([record.id], transaction),
      async changePaper(of, change, { blank, by, now, ...at }) {
        const key = paperKey(of);
        const there = (await work.papers()).some((one) => one.attachmentId === key.attachmentId && one.studentId === key.studentId);
        if (!there) {
          const { id } = await storeFile(await blank(), by, now, { paperOf: key.attachmentId });
          await workPapers.begin(key, { keptFileId: of.attachment.file.id, fileId: id }, { by, now }, transaction);
        }
        const changed = await workPapers.change(key, change, { ...at, by, now }, transaction);
        if (changed) touched(by, now);
        return changed;
      },
      async correctPaper(of, blank, by, now) {
        await work.keepPresent(by, now);
        const { id } = await storeFile(blank, by, now, { paperOf: of.attachment.id });
        await workPapers.replaceFile(paperKey(of), { keptFileId: of.attachment.file.id, fileId: id }, transaction);
        touched(by, now);
      },
      async restore(version, by, now) {
        await work.keepPresent(by, now - 1);
        await work.saveText(version.text ?? { type: 'doc', content: [{ type: 'paragraph' }] }, by, now);
        for (const copy of await sheetsOf([record.id], transaction)) {
          const then = version.sheets.find((one) => one.attachmentId === copy.attachmentId && one.studentId === copy.studentId);
          await writeSheet(copy, { text: writtenOn(copy.source, then?.text ?? copy.source), begun: then !== undefined });
        }
        await files.update({ inDraft: false }, { where: { workId: record.id, inDraft: true }, transaction });
        // A file that was made of a paper is not the student's to hand in beside the paper itself.
        const own = { workId: record.id, attachmentId: null, id: { [Op.in]: version.fileIds } };
        await files.update({ inDraft: true }, { where: own, transaction });
        for (const { attachmentId, studentId } of await work.papers()) {
          const then = version.papers.find((one) => one.attachmentId === attachmentId && one.studentId === studentId);
          await workPapers.restore({ workId: record.id, attachmentId, studentId }, then?.version ?? 0, { by, now }, transaction);
        }
        changes.words = await noteVersion(record, { kind: 'restored', by, now }, transaction);
        changedBy = null;
      },
      async handIn(titles, flat, by, now) {
        const made: WorkFile[] = [];
        const drafts = await work.files();
        for (const { file, attachmentId } of flat)
          made.push(await storeFile({ ...file, name: newName(file.name, [...made, ...drafts]) }, by, now, { paperOf: attachmentId }));
        const attached = [...made, ...drafts];
        const written = (await work.sheets()).filter((one) => one.begun);
        const handed = written.map(({ attachmentId, studentId, text }): HandedSheet => ({
          attachmentId,
          studentId,
          title: titles.get(attachmentId) ?? '',
          text,
          fingerprint: fingerprintOf(text),
        }));
        const paperWords = (await work.papers()).reduce((sum, one) => sum + one.words, 0);
        const versionNo = Number((await handIns.max('versionNo', { where: { workId: record.id }, transaction })) ?? 0) + 1;
        const textFingerprint = fingerprintOf(record.text);
        const receipt = receiptOf(record.id, versionNo, now, [
          textFingerprint,
          ...handed.map((one) => one.fingerprint),
          ...attached.map((file) => file.fingerprint),
        ]);
        const handIn: HandInRow = {
          id: randomUUID(),
          workId: record.id,
          versionNo,
          at: new Date(now),
          text: record.text,
          words: wordCount(record.text) + handed.reduce((sum, one) => sum + writtenWords(one.text), 0) + paperWords,
          receipt,
          byUser: by,
          textFingerprint,
          sheets: handed,
          papers: flat.map(({ attachmentId, studentId, version }): PaperAt => ({ attachmentId, studentId, version })),
        };
        await workPapers.freeze(record.id, transaction);
        await handIns.create(handIn, { transaction });
        await handInFiles.bulkCreate(
          attached.map((file, position) => ({ handInId: handIn.id, fileId: file.id, position })),
          { transaction },
        );
        return toHandInRecord(handIn, attached);
      },
    };
    const close = async () => {
      if (changedBy) changes.words = await noteVersion(record, { kind: 'saved', ...changedBy }, transaction);
      if (Object.keys(changes).length > 0) await works.update(changes, { where: { id: record.id }, transaction });
    };
    return { work, close };
  };
}
