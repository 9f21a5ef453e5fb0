import { thinVersions, wordCount, writtenWords, type RichText } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import type { PaperAt, WorkFile } from '../../contract';
import { fromJson } from '../../db/json-column';
import { rowOf, rowsOf } from '../../db/rows';
import { toHandInRecord, toWorkFile } from './pieces.mapper';
import { definePieces } from './pieces.model';
import type { WorkVersionRow } from './pieces-rows';
import type { HandInRecord, WorkRecord } from './records';
import type { WorkDrafts } from './work-drafts';
import type { WorkPapers } from './work-papers';
import { VERSION_SPAN_MS, type VersionRecord, type WholeVersion } from './work-records';
import { rowByKey } from '../../db/rows';

const MOST_VERSIONS = 300;

/** Versions of a work: those kept as one writes, and those handed in. */
export function workVersions(sequelize: Sequelize, { draftFiles, sheetsOf }: WorkDrafts, { papersOf }: WorkPapers) {
  const { versions, handIns, files, handInFiles } = definePieces(sequelize);

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
  ): Promise<Pick<WorkVersionRow, 'text' | 'sheets' | 'fileIds' | 'words' | 'papers'>> {
    const [copies, attached] = [await sheetsOf([record.id], transaction), await draftFiles(record.id, transaction)];
    const begun = copies.filter((one) => one.begun).map(({ attachmentId, studentId, text }) => ({ attachmentId, studentId, text }));
    const written = (await papersOf([record.id], transaction)).filter((one) => one.objects > 0);
    return {
      text: record.text,
      sheets: begun,
      papers: written.map(({ attachmentId, studentId, version }): PaperAt => ({ attachmentId, studentId, version })),
      fileIds: attached.map((file) => file.id),
      words:
        wordCount(record.text) +
        begun.reduce((sum, one) => sum + writtenWords(one.text), 0) +
        written.reduce((sum, one) => sum + one.words, 0),
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

  return {
    noteVersion,

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
          papers: fromJson<PaperAt[]>(row.papers),
        })),
        ...handed.map((row): VersionRecord => ({
          id: row.id,
          kind: 'handedIn',
          number: row.versionNo,
          at: row.at.getTime(),
          by: row.byUser ?? '',
          words: row.words,
          fileIds: (attached.get(row.id) ?? []).map((file) => file.id),
          papers: fromJson<PaperAt[]>(row.papers),
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
        const papers = fromJson<PaperAt[]>(save.papers);
        const at = save.at.getTime();
        return { id, kind, number: null, at, by, words, fileIds, text, sheets: written, files: rows.map(toWorkFile), papers };
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
        papers: fromJson<PaperAt[]>(handed.papers),
      };
    },
  };
}

export type WorkVersions = ReturnType<typeof workVersions>;
