import {
  hasAnswerSpaces,
  isBlank,
  mergeTexts,
  MINUTE_MS,
  plainText,
  thinVersions,
  withAnswers,
  answersOf,
  wordCount,
  writtenWords,
  writtenOn,
  type RichText,
} from '@jolly/core';
import { createHash, randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import { rowByKey, rowOf, rowsOf } from '../../db/rows';
import type { Attachment, HandedSheet, VersionItem, WorkFile } from '../../contract';
import { fromJson } from '../../db/json-column';
import type { TakenFile } from '../../files/take-file';
import { definePieces, type HandInRow, type PieceFileRow, type WorkRow, type WorkSheetRow, type WorkVersionRow } from './pieces.model';
import { toHandInRecord, toWorkFile, toWorkRecord } from './pieces.mapper';
import type { HandInRecord, WorkRecord } from './records';

/** Saves nearer to each other than this are one version. */
const VERSION_SPAN_MS = 5 * MINUTE_MS;
const MOST_VERSIONS = 300;

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

const toSheetRecord = (row: WorkSheetRow): SheetRecord => ({
  attachmentId: row.attachmentId,
  studentId: row.studentId || null,
  source: fromJson<RichText>(row.source),
  text: fromJson<RichText>(row.text),
  begun: Boolean(row.begun),
  version: row.version,
});

export const fingerprintOf = (text: RichText | null): string | null =>
  isBlank(text) ? null : createHash('sha256').update(plainText(text)).digest('hex');

export function receiptOf(workId: string, version: number, at: number, fingerprints: readonly (string | null)[]): string {
  const digest = createHash('sha256')
    .update(JSON.stringify([workId, version, at, fingerprints]))
    .digest('hex')
    .toUpperCase();
  return `${digest.slice(0, 4)}-${digest.slice(4, 8)}-${digest.slice(8, 12)}`;
}

/** Work held open in a transaction: nobody else changes it until it is closed. */
export interface OpenWork {
  record: WorkRecord;
  /** Keeps the present state as a version that is never thinned. */
  keepPresent(by: string, now: number): Promise<unknown>;
  saveText(text: RichText, by: string, now: number): Promise<void>;
  files(): Promise<WorkFile[]>;
  addFile(file: TakenFile, by: string, now: number): Promise<WorkFile>;
  dropFile(fileId: string, by: string, now: number): Promise<boolean>;
  sheets(): Promise<SheetRecord[]>;
  /** Makes the copies that are not there yet, and brings those that nobody has written on up to date with the teacher's. */
  copySheets(worksheets: readonly { attachment: WorksheetAttachment; studentId: string | null }[]): Promise<void>;
  saveSheet(sheet: SheetRecord, text: RichText, by: string, now: number): Promise<void>;
  /** Takes the teacher's corrected worksheet, with what was written on the old one in its places. */
  correctSheet(sheet: SheetRecord, corrected: RichText, by: string, now: number): Promise<void>;
  /** Makes an earlier version the present one; the present one is kept as a version before. */
  restore(version: WholeVersion, by: string, now: number): Promise<void>;
  /** Freezes the present state as the next version. */
  handIn(titles: ReadonlyMap<string, string>, by: string, now: number): Promise<HandInRecord>;
}

/** What is worked on: text, files, copies of worksheets, their versions and hand-ins. */
export function worksService({ sequelize }: { sequelize: Sequelize }) {
  const { works, sheets, versions, handIns, files, handInFiles } = definePieces(sequelize);
  const inTx = (transaction?: Transaction) => (transaction ? { transaction } : {});

  async function draftFiles(workId: string, transaction?: Transaction): Promise<WorkFile[]> {
    const rows = await rowsOf(files, {
      where: { workId, inDraft: true },
      order: [
        ['addedAt', 'ASC'],
        ['id', 'ASC'],
      ],
      ...inTx(transaction),
    });
    return rows.map(toWorkFile);
  }

  async function sheetsOf(workIds: readonly string[], transaction?: Transaction): Promise<(SheetRecord & { workId: string })[]> {
    const rows = await rowsOf(sheets, {
      where: { workId: { [Op.in]: [...workIds] } },
      order: [['attachmentId', 'ASC']],
      ...inTx(transaction),
    });
    return rows.map((row) => ({ ...toSheetRecord(row), workId: row.workId }));
  }

  async function filesOf(handInIds: readonly string[]): Promise<Map<string, WorkFile[]>> {
    const result = new Map<string, WorkFile[]>();
    if (handInIds.length === 0) return result;
    const links = await rowsOf(handInFiles, {
      where: { handInId: { [Op.in]: [...handInIds] } },
      order: [['position', 'ASC']],
    });
    const rows = await rowsOf(files, {
      where: { id: { [Op.in]: links.map((link) => link.fileId) } },
    });
    const byId = new Map(rows.map((row) => [row.id, toWorkFile(row)]));
    for (const { handInId, fileId } of links) result.set(handInId, [...(result.get(handInId) ?? []), byId.get(fileId)!]);
    return result;
  }

  /** The state as it is now, to be a version of it. */
  async function snapshot(
    record: WorkRecord,
    transaction: Transaction,
  ): Promise<Pick<WorkVersionRow, 'text' | 'sheets' | 'fileIds' | 'words'>> {
    const [copies, attached] = [await sheetsOf([record.id], transaction), await draftFiles(record.id, transaction)];
    const begun = copies.filter((one) => one.begun).map(({ attachmentId, studentId, text }) => ({ attachmentId, studentId, text }));
    return {
      text: record.text,
      sheets: begun,
      fileIds: attached.map((file) => file.id),
      words: wordCount(record.text) + begun.reduce((sum, one) => sum + writtenWords(one.text), 0),
    };
  }

  /** Keeps the state after a change; changes within five minutes are one version, and old ones are thinned. @returns its words */
  async function noteVersion(
    record: WorkRecord,
    { kind, by, now }: { kind: WorkVersionRow['kind']; by: string; now: number },
    transaction: Transaction,
  ): Promise<number> {
    const content = await snapshot(record, transaction);
    const saves = await rowsOf(versions, {
      attributes: ['id', 'at', 'byUser'],
      where: { workId: record.id, kind: 'saved' },
      order: [['at', 'DESC']],
      transaction,
    });
    const [last] = saves;
    const same = (at: Date) => Math.floor(at.getTime() / VERSION_SPAN_MS) === Math.floor(now / VERSION_SPAN_MS);
    if (kind === 'saved' && last && last.byUser === by && same(last.at)) {
      await versions.update({ ...content, at: new Date(now) }, { where: { id: last.id }, transaction });
      return content.words;
    }
    await versions.create({ id: randomUUID(), workId: record.id, kind, at: new Date(now), byUser: by, ...content }, { transaction });
    const gone = thinVersions(
      saves.map((one) => ({ id: one.id, at: one.at.getTime() })),
      now,
    );
    if (gone.length > 0) await versions.destroy({ where: { id: { [Op.in]: gone } }, transaction });
    return content.words;
  }

  function open(row: WorkRow, transaction: Transaction): { work: OpenWork; close: () => Promise<void> } {
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
    const work: OpenWork = {
      record,
      keepPresent: (by, now) => noteVersion(record, { kind: 'kept', by, now }, transaction),
      async saveText(text, by, now) {
        record.text = text;
        record.version += 1;
        Object.assign(changes, { text, version: record.version });
        touched(by, now);
      },
      files: () => draftFiles(record.id, transaction),
      async addFile({ fingerprint, name, size, mediaType, pixels }, by, now) {
        const file: PieceFileRow = {
          id: randomUUID(),
          workId: record.id,
          fingerprint,
          name,
          size,
          mediaType,
          addedAt: new Date(now),
          inDraft: true,
          addedBy: by,
          pixels,
        };
        await files.create(file, { transaction });
        touched(by, now);
        return toWorkFile(file);
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
      async restore(version, by, now) {
        await work.keepPresent(by, now - 1);
        await work.saveText(version.text ?? { type: 'doc', content: [{ type: 'paragraph' }] }, by, now);
        for (const copy of await sheetsOf([record.id], transaction)) {
          const then = version.sheets.find((one) => one.attachmentId === copy.attachmentId && one.studentId === copy.studentId);
          await writeSheet(copy, { text: writtenOn(copy.source, then?.text ?? copy.source), begun: then !== undefined });
        }
        await files.update({ inDraft: false }, { where: { workId: record.id, inDraft: true }, transaction });
        await files.update({ inDraft: true }, { where: { workId: record.id, id: { [Op.in]: version.fileIds } }, transaction });
        changes.words = await noteVersion(record, { kind: 'restored', by, now }, transaction);
        changedBy = null;
      },
      async handIn(titles, by, now) {
        const attached = await work.files();
        const written = (await work.sheets()).filter((one) => one.begun);
        const handed = written.map(({ attachmentId, studentId, text }): HandedSheet => ({
          attachmentId,
          studentId,
          title: titles.get(attachmentId) ?? '',
          text,
          fingerprint: fingerprintOf(text),
        }));
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
          words: wordCount(record.text) + handed.reduce((sum, one) => sum + writtenWords(one.text), 0),
          receipt,
          byUser: by,
          textFingerprint,
          sheets: handed,
        };
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
  }

  return {
    /** Opens the work of a group, or with the id of a piece the work of one student; makes it if it is not there. */
    async openOrMake(
      { assignmentId, groupId, pieceId }: { assignmentId: string; groupId: string | null; pieceId: string },
      transaction: Transaction,
    ) {
      const where = groupId === null ? { id: pieceId } : { assignmentId, groupId };
      const found = await rowOf(works, { where, lock: true, transaction });
      if (found) return open(found, transaction);
      const row: WorkRow = {
        id: groupId === null ? pieceId : randomUUID(),
        assignmentId,
        groupId,
        text: null,
        savedAt: null,
        savedBy: null,
        version: 0,
        words: 0,
      };
      await works.create(row, { transaction });
      return open(row, transaction);
    },

    /** Works by their ids; with their texts only if asked for. */
    async byIds(
      ids: readonly string[],
      { texts, transaction }: { texts: boolean; transaction?: Transaction },
    ): Promise<Map<string, WorkRecord>> {
      if (ids.length === 0) return new Map();
      const rows = await rowsOf(works, {
        ...(texts ? {} : { attributes: { exclude: ['text'] } }),
        where: { id: { [Op.in]: [...new Set(ids)] } },
        ...inTx(transaction),
      });
      return new Map(rows.map((row) => [row.id, toWorkRecord(row)]));
    },

    draftFiles,
    sheetsOf,

    /** All hand-ins of a work, latest first; only the asked for one, else the latest, with its text and files. */
    async handInsOf(workId: string, versionNo?: number): Promise<{ one: HandInRecord | null; all: { version: number; at: number }[] }> {
      const rows = await rowsOf(handIns, {
        attributes: ['id', 'versionNo', 'at'],
        where: { workId },
        order: [['versionNo', 'DESC']],
        limit: MOST_VERSIONS,
      });
      const wanted = versionNo === undefined ? rows[0] : rows.find((row) => row.versionNo === versionNo);
      const all = rows.map((row) => ({ version: row.versionNo, at: row.at.getTime() }));
      if (!wanted) return { one: null, all };
      const whole = (await rowByKey(handIns, wanted.id))!;
      return { one: toHandInRecord(whole, (await filesOf([wanted.id])).get(wanted.id) ?? []), all };
    },

    /** Every hand-in of each of these works, first one first, with text and files. */
    async allHandIns(workIds: readonly string[]): Promise<Map<string, HandInRecord[]>> {
      const result = new Map<string, HandInRecord[]>();
      if (workIds.length === 0) return result;
      const rows = await rowsOf(handIns, {
        where: { workId: { [Op.in]: [...new Set(workIds)] } },
        order: [['versionNo', 'ASC']],
      });
      const attached = await filesOf(rows.map((row) => row.id));
      for (const row of rows) result.set(row.workId, [...(result.get(row.workId) ?? []), toHandInRecord(row, attached.get(row.id) ?? [])]);
      return result;
    },

    /** Every version there is, hand-ins among them, newest first. */
    async versionsOf(workId: string): Promise<VersionRecord[]> {
      const [saves, handed] = [
        await rowsOf(versions, {
          attributes: { exclude: ['text', 'sheets'] },
          where: { workId },
          order: [['at', 'DESC']],
          limit: MOST_VERSIONS,
        }),
        await rowsOf(handIns, {
          attributes: { exclude: ['text', 'sheets'] },
          where: { workId },
          order: [['at', 'DESC']],
          limit: MOST_VERSIONS,
        }),
      ];
      const attached = await filesOf(handed.map((row) => row.id));
      return [
        ...saves.map((row): VersionRecord => ({
          id: row.id,
          kind: row.kind,
          number: null,
          at: row.at.getTime(),
          by: row.byUser,
          words: row.words,
          fileIds: fromJson<string[]>(row.fileIds),
        })),
        ...handed.map((row): VersionRecord => ({
          id: row.id,
          kind: 'handedIn',
          number: row.versionNo,
          at: row.at.getTime(),
          by: row.byUser ?? '',
          words: row.words,
          fileIds: (attached.get(row.id) ?? []).map((file) => file.id),
        })),
      ].sort((a, b) => b.at - a.at || (a.kind === 'handedIn' ? -1 : 1));
    },

    /** One version whole, of this work; null if it is not one of its. */
    async version(workId: string, id: string): Promise<(WholeVersion & { files: WorkFile[] }) | null> {
      const save = await rowOf(versions, { where: { id, workId } });
      const handed = save ? null : await rowOf(handIns, { where: { id, workId } });
      if (save) {
        const fileIds = fromJson<string[]>(save.fileIds);
        const rows = await rowsOf(files, { where: { workId, id: { [Op.in]: fileIds } } });
        const { kind, byUser: by, words } = save;
        const text = save.text == null ? null : fromJson<RichText>(save.text);
        const written = fromJson<Omit<WholeVersion['sheets'][number], 'title'>[]>(save.sheets).map((one) => ({ ...one, title: '' }));
        return { id, kind, number: null, at: save.at.getTime(), by, words, fileIds, text, sheets: written, files: rows.map(toWorkFile) };
      }
      if (!handed) return null;
      const record = toHandInRecord(handed, (await filesOf([id])).get(id) ?? []);
      const { version, at, words, text, sheets: written, files: attached } = record;
      return {
        id,
        kind: 'handedIn',
        number: version,
        at,
        by: handed.byUser ?? '',
        words,
        fileIds: attached.map((file) => file.id),
        text,
        sheets: written,
        files: attached,
      };
    },

    /** A file and the work it belongs to. */
    async file(id: string): Promise<{ file: WorkFile; workId: string } | null> {
      const row = await rowByKey(files, id);
      return row && { file: toWorkFile(row), workId: row.workId };
    },
  };
}

export type WorksService = ReturnType<typeof worksService>;
