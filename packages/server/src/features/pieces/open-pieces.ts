import { afterFact, type PieceFact } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, QueryTypes, UniqueConstraintError, type Sequelize, type Transaction } from 'sequelize';
import { rowOf, rowsOf } from '../../db/rows';
import { noteChange } from '../../db/class-changes';
import { fromJson } from '../../db/json-column';
import { batches } from '../../db/batches';
import { blankPiece } from './blank-piece';
import { toPieceRecord } from './pieces.mapper';
import { definePieces } from './pieces.model';
import type { FactRow, PieceRecordRow } from './pieces-rows';
import type { WorksService } from './works.service';
import type { PieceRecord, WorkRecord } from './records';

/** A piece held open in a transaction: nobody else changes it until the work is done. */
export interface OpenPiece {
  record: PieceRecord;
  transaction: Transaction;
  /** Appends what happened; the summary follows. */
  append(fact: PieceFact, by: string, data?: object): void;
  set(columns: Partial<PieceRecordRow>): void;
}

/** An open piece with what is to be stored of it. */
export interface Held {
  row: PieceRecordRow;
  open: OpenPiece;
  changes: Partial<PieceRecordRow>;
  appended: FactRow[];
}

/** More pieces than this are stored together instead of one after the other. */
const FEW = 8;
const JSON_COLUMNS = [
  'summary',
  'chosen',
  'remark',
  'details',
  'returnedChosen',
  'returnedRemark',
  'returnedDetails',
  'selfCheck',
] as const;

/** Two first changes at once both try to make a row; the one that comes second starts again and finds it. */
export async function twice<T>(attempt: () => Promise<T>): Promise<T> {
  try {
    return await attempt();
  } catch (error) {
    if (
      error instanceof UniqueConstraintError &&
      /one_piece|one_work_a_group|PRIMARY/.test(String((error.parent as { sqlMessage?: string }).sqlMessage))
    )
      return attempt();
    throw error;
  }
}

/** Opens pieces in a transaction, many as well as one, and stores what was done to them. */
export function openPieces({ sequelize, works }: { sequelize: Sequelize; works: WorksService }) {
  const { pieces, facts, works: workRows } = definePieces(sequelize);

  /** The piece, locked; made with a work of its own if it is not there. */
  async function findOrMake(
    assignmentId: string,
    studentId: string,
    workId: string | null,
    transaction: Transaction,
  ): Promise<PieceRecordRow> {
    const found = await rowOf(pieces, {
      where: { assignmentId, studentId },
      lock: true,
      transaction,
    });
    if (found) return found;
    const id = randomUUID();
    if (workId === null)
      await workRows.create(
        { id, assignmentId, groupId: null, text: null, savedAt: null, savedBy: null, version: 0, words: 0 },
        { transaction },
      );
    const row = blankPiece({ id, assignmentId, studentId, workId: workId ?? id });
    await pieces.create(row, { transaction });
    noteChange(transaction, { cellsOf: [assignmentId] });
    return row;
  }

  /** The pieces, locked in one order, assignment by assignment; those that are not there are made with works of their own. */
  async function findOrMakeAll(
    ats: readonly { assignmentId: string; studentId: string }[],
    transaction: Transaction,
  ): Promise<PieceRecordRow[]> {
    const byAssignment = new Map<string, string[]>();
    for (const { assignmentId, studentId } of ats) byAssignment.set(assignmentId, [...(byAssignment.get(assignmentId) ?? []), studentId]);
    const rows: PieceRecordRow[] = [];
    for (const [assignmentId, studentIds] of byAssignment) {
      const found = await rowsOf(pieces, {
        where: { assignmentId, studentId: { [Op.in]: studentIds } },
        order: [['studentId', 'ASC']],
        lock: true,
        transaction,
      });
      const there = new Set(found.map((row) => row.studentId));
      const made = studentIds
        .filter((studentId) => !there.has(studentId))
        .map((studentId) => {
          const id = randomUUID();
          return blankPiece({ id, assignmentId, studentId, workId: id });
        });
      if (made.length > 0) {
        await workRows.bulkCreate(
          made.map(({ id }) => ({ id, assignmentId, groupId: null, text: null, savedAt: null, savedBy: null, version: 0, words: 0 })),
          { transaction },
        );
        await pieces.bulkCreate(made, { transaction });
        noteChange(transaction, { cellsOf: [assignmentId] });
      }
      rows.push(...found, ...made);
    }
    return rows;
  }

  /** How many facts each piece has. */
  async function lastSeqs(pieceIds: readonly string[], transaction: Transaction): Promise<Map<string, number>> {
    const found = new Map<string, number>();
    for (const ids of batches(pieceIds)) {
      const rows = await sequelize.query<{ id: string; seq: number }>(
        'SELECT piece_id AS id, MAX(seq) AS seq FROM piece_facts WHERE piece_id IN (:ids) GROUP BY piece_id',
        {
          type: QueryTypes.SELECT,
          replacements: { ids },
          transaction,
        },
      );
      for (const { id, seq } of rows) found.set(id, Number(seq));
    }
    return found;
  }

  /** Stores what was appended and changed. */
  async function closeAll(opened: readonly Held[], transaction: Transaction): Promise<void> {
    const appended = opened.flatMap((one) => one.appended);
    for (const rows of batches(appended)) await facts.bulkCreate(rows, { transaction });
    const changed = opened
      .filter(({ changes }) => Object.keys(changes).length > 0)
      .map(({ row, changes }) => ({ row, changes: { ...changes, version: row.version + 1 } }));
    noteChange(transaction, { cellsOf: changed.map(({ row }) => row.assignmentId) });
    if (changed.length <= FEW) {
      for (const { row, changes } of changed) await pieces.update(changes, { where: { id: row.id }, transaction });
      return;
    }
    const columns = [...new Set(changed.flatMap(({ changes }) => Object.keys(changes)))] as (keyof PieceRecordRow)[];
    const whole = changed.map(({ row, changes }) => {
      const json = Object.fromEntries(JSON_COLUMNS.map((column) => [column, row[column] == null ? null : fromJson(row[column])]));
      return { ...row, ...json, ...changes };
    });
    for (const rows of batches(whole)) await pieces.bulkCreate(rows, { updateOnDuplicate: columns, transaction });
  }

  function hold(row: PieceRecordRow, work: WorkRecord, seq: number, transaction: Transaction): Held {
    const record = toPieceRecord(row, work);
    const changes: Partial<PieceRecordRow> = {};
    const appended: FactRow[] = [];
    const open: OpenPiece = {
      record,
      transaction,
      append(fact, by, data = {}) {
        const { kind, at: happenedAt, ...rest } = fact;
        appended.push({
          id: randomUUID(),
          pieceId: row.id,
          seq: seq + appended.length + 1,
          kind,
          at: new Date(happenedAt),
          byUser: by,
          data: { ...rest, ...data },
        });
        record.summary = afterFact(record.summary, fact);
        changes.summary = record.summary;
        changes.begun = record.summary.begunAt !== null;
      },
      set: (columns) => void Object.assign(changes, columns),
    };
    return { row, open, changes, appended };
  }
  /** Many at once, without texts. */
  async function holdAll(rows: readonly PieceRecordRow[], transaction: Transaction): Promise<Held[]> {
    const workIds = rows.map((row) => row.workId);
    const byId = await works.byIds(workIds, { texts: false, transaction });
    const ids = rows.map((row) => row.id);
    const seqs = await lastSeqs(ids, transaction);
    return rows.map((row) => hold(row, byId.get(row.workId)!, seqs.get(row.id) ?? 0, transaction));
  }
  /** One that shares a work which is open already. */
  async function holdOne(row: PieceRecordRow, work: WorkRecord, transaction: Transaction): Promise<Held> {
    return hold(row, work, (await lastSeqs([row.id], transaction)).get(row.id) ?? 0, transaction);
  }

  return { findOrMake, findOrMakeAll, holdAll, holdOne, closeAll };
}
