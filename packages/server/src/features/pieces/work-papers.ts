import { bringTogether, MOST_PAPER_OBJECTS, textOf, wordCount, wordsOnPaper, type PaperChange, type PaperObject } from '@jolly/core';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import type { PaperAt } from '../../contract';
import { fromJson } from '../../db/json-column';
import { rowOf, rowsOf } from '../../db/rows';
import { Problem } from '../../http/problem';
import { definePieces } from './pieces.model';
import type { PaperObjectRow, WorkPaperRow } from './pieces-rows';
import { VERSION_SPAN_MS, type PaperRecord } from './work-records';

/** Which copy of a paper. */
export type PaperKey = Omit<PaperAt, 'version'> & { workId: string };

const keyOf = ({ workId, attachmentId, studentId }: PaperKey) => ({ workId, attachmentId, studentId: studentId ?? '' });
const toRecord = (row: WorkPaperRow): PaperRecord & { workId: string } => ({
  workId: row.workId,
  attachmentId: row.attachmentId,
  studentId: row.studentId || null,
  keptFileId: row.keptFileId,
  fileId: row.fileId,
  version: row.version,
  objects: row.objects,
  words: row.words,
  savedAt: row.changedAt.getTime(),
});
const toObject = (row: PaperObjectRow): PaperObject => fromJson<PaperObject>(row.object);
const countWords = (objects: readonly PaperObject[]) => wordsOnPaper(objects).reduce((sum, words) => sum + wordCount(textOf(words)), 0);
/** What two writers' words were brought together in is nobody's own: whoever has not seen it does not write over it. */
const NOBODY = '00000000-0000-0000-0000-000000000000';
/** Room for the objects of one change in the order of all. */
const PLACES_A_VERSION = 10_000;

/**
 * Copies of papers and what stands on them. A paper's version counts up with every change; an object that is changed or taken away
 * keeps its row, closed at that version, so that the paper as it was can be read again by the number alone.
 */
export function workPapers(sequelize: Sequelize) {
  const { papers, paperObjects } = definePieces(sequelize);
  const inTx = (transaction?: Transaction) => (transaction ? { transaction } : {});
  const lowestFirst: [string, string][] = [
    ['place', 'ASC'],
    ['objectId', 'ASC'],
  ];

  const service = {
    async papersOf(workIds: readonly string[], transaction?: Transaction): Promise<(PaperRecord & { workId: string })[]> {
      if (workIds.length === 0) return [];
      const rows = await rowsOf(papers, {
        where: { workId: { [Op.in]: [...workIds] } },
        order: [
          ['attachmentId', 'ASC'],
          ['studentId', 'ASC'],
        ],
        ...inTx(transaction),
      });
      return rows.map(toRecord);
    },

    /** What stands on a paper, lowest first: now, or in an earlier version of it. */
    async written(key: PaperKey, version?: number, transaction?: Transaction): Promise<PaperObject[]> {
      const then =
        version === undefined
          ? { gone: null }
          : { born: { [Op.lte]: version }, gone: { [Op.or]: [{ [Op.is]: null }, { [Op.gt]: version }] } };
      const rows = await rowsOf(paperObjects, { where: { ...keyOf(key), ...then }, order: lowestFirst, ...inTx(transaction) });
      return rows.map(toObject);
    },

    /** What stands otherwise than in a version of it. */
    async changedSince(key: PaperKey, seen: number, transaction?: Transaction): Promise<PaperChange> {
      const rows = await rowsOf(paperObjects, {
        where: { ...keyOf(key), [Op.or]: [{ born: { [Op.gt]: seen } }, { gone: { [Op.gt]: seen } }] },
        order: lowestFirst,
        ...inTx(transaction),
      });
      const put = rows.filter((row) => row.gone === null).map(toObject);
      const there = new Set(put.map((one) => one.id));
      return { put, drop: [...new Set(rows.map((row) => row.objectId))].filter((id) => !there.has(id)) };
    },

    /** A copy that nothing stands on yet. */
    async begin(
      key: PaperKey,
      files: Pick<WorkPaperRow, 'keptFileId' | 'fileId'>,
      { by, now }: { by: string; now: number },
      transaction: Transaction,
    ): Promise<void> {
      const row: WorkPaperRow = {
        ...keyOf(key),
        ...files,
        version: 0,
        frozen: 0,
        objects: 0,
        words: 0,
        changedAt: new Date(now),
        changedBy: by,
      };
      await papers.create(row, { transaction });
    },

    /** Another file below what is written. */
    async replaceFile(key: PaperKey, files: Pick<WorkPaperRow, 'keptFileId' | 'fileId'>, transaction: Transaction): Promise<void> {
      await papers.update(files, { where: keyOf(key), transaction });
    },

    /** From now on what stands on these papers is never forgotten: a version of the work holds it. */
    async freeze(workId: string, transaction: Transaction): Promise<void> {
      await papers.update({ frozen: sequelize.col('version') as unknown as number }, { where: { workId }, transaction });
    },

    /**
     * Changes a paper from the version in which it was seen, object by object (`bringTogether` in the core).
     * @returns whether anything changed
     * @throws Problem `paper.full`
     */
    async change(
      key: PaperKey,
      change: PaperChange,
      { seen, writer, by, now }: { seen: number; writer: string; by: string; now: number },
      transaction: Transaction,
    ): Promise<boolean> {
      const where = keyOf(key);
      const paper = (await rowOf(papers, { where, lock: true, transaction }))!;
      const ids = [...new Set([...change.put.map((one) => one.id), ...change.drop])];
      const rows = await rowsOf(paperObjects, { where: { ...where, gone: null, objectId: { [Op.in]: ids } }, transaction });
      const there = new Map(rows.map((row) => [row.objectId, row]));
      const { put, drop } = bringTogether(
        new Map(rows.map((row) => [row.objectId, { object: toObject(row), since: row.born, writer: row.writer }])),
        change,
        { seen, writer },
      );
      if (put.length + drop.length === 0) return false;
      const version = paper.version + 1;
      const objects = paper.objects - drop.length + put.filter((one) => !there.has(one.id)).length;
      if (objects > MOST_PAPER_OBJECTS && objects > paper.objects) throw new Problem('paper.full', { values: { n: MOST_PAPER_OBJECTS } });
      const gone = [...there.values()].filter((row) => drop.includes(row.objectId) || put.some((one) => one.id === row.objectId));
      const words = paper.words + countWords(put) - countWords(gone.map(toObject));
      // A new stretch of saving, or somebody else's: the version before stays as it is.
      const goesOn =
        paper.changedBy === by && Math.floor(paper.changedAt.getTime() / VERSION_SPAN_MS) === Math.floor(now / VERSION_SPAN_MS);
      const frozen = goesOn ? paper.frozen : paper.version;
      const replaced = put.flatMap((one) => there.get(one.id) ?? []);
      // What no version holds is written over, so that a sentence typed in a box does not leave a row for each of its letters.
      const forgotten = replaced.filter((row) => row.born > frozen).map((row) => row.objectId);
      const closed = [...drop, ...replaced.map((row) => row.objectId)].filter((id) => !forgotten.includes(id));
      if (forgotten.length > 0)
        await paperObjects.destroy({ where: { ...where, gone: null, objectId: { [Op.in]: forgotten } }, transaction });
      if (closed.length > 0)
        await paperObjects.update({ gone: version }, { where: { ...where, gone: null, objectId: { [Op.in]: closed } }, transaction });
      await paperObjects.bulkCreate(
        put.map((object, index) => ({
          ...where,
          objectId: object.id,
          born: version,
          gone: null,
          place: there.get(object.id)?.place ?? version * PLACES_A_VERSION + index,
          writer: change.put.includes(object) ? writer : NOBODY,
          object,
        })),
        { transaction },
      );
      await papers.update({ version, frozen, objects, words, changedAt: new Date(now), changedBy: by }, { where, transaction });
      return true;
    },

    /** Makes a paper what it was in an earlier version; 0: with nothing on it. */
    async restore(key: PaperKey, version: number, at: { by: string; now: number }, transaction: Transaction): Promise<void> {
      const [now, then] = [await service.written(key, undefined, transaction), await service.written(key, version, transaction)];
      const drop = now.map((one) => one.id).filter((id) => !then.some((one) => one.id === id));
      await service.change(key, { put: then, drop }, { ...at, seen: Number.MAX_SAFE_INTEGER, writer: at.by }, transaction);
    },
  };
  return service;
}

export type WorkPapers = ReturnType<typeof workPapers>;
