import { EMPTY_TEXT, textOf, type FactKind, type RichText } from '@jolly/core';
import { Op, QueryTypes, type Model, type Sequelize, type Transaction } from 'sequelize';
import { rowByKey, rowOf, rowsOf } from '../../db/rows';
import { noteChange } from '../../db/class-changes';
import type { Chosen, ScoreBefore } from '../../contract';
import { fromJson } from '../../db/json-column';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import { openPieces, twice, type Held, type OpenPiece } from './open-pieces';
import { leanReader, toPieceRecord, type LeanRow } from './pieces.mapper';
import { definePieces } from './pieces.model';
import type { PieceRecordRow } from './pieces-rows';
import type { OpenWork } from './open-work';
import type { WorksService } from './works.service';
import type { Given, LeanRecord, PieceRecord, Rescaled } from './records';

/** Who works on one thing together: a group, or one student alone. */
export interface Team {
  assignmentId: string;
  groupId: string | null;
  /** whose pieces change; the one who acts first */
  studentIds: string[];
}

/** A work with the pieces of those who share it, all held open. */
export interface OpenTeam {
  work: OpenWork;
  /** of the student who acts */
  own: OpenPiece;
  pieces: OpenPiece[];
  transaction: Transaction;
}

const MOST_BEFORE = 100;
// Texts, so that each is read where it is needed: most pieces say the same beside their points. The moment as a
// number, which costs less than a date.
const LEAN = `SELECT id, assignment_id AS assignmentId, student_id AS studentId, CAST(summary AS CHAR) AS summary, earned_milli AS earnedMilli, CAST(chosen AS CHAR) AS chosen,
    CAST(details AS CHAR) AS details, CAST(ROUND(UNIX_TIMESTAMP(scored_at) * 1000) AS SIGNED) AS scoredAt, scored_by AS scoredBy, held, returned_milli AS returnedMilli,
    CAST(returned_details AS CHAR) AS returnedDetails, said_missing AS saidMissing, version
  FROM pieces WHERE assignment_id IN (:assignmentIds)`;

const MOST_FACTS = 5000;
const HAS_POINTS = { [Op.or]: [{ earnedMilli: { [Op.ne]: null } }, { returnedMilli: { [Op.ne]: null } }] };
const BEGUN = `SELECT assignment_id AS assignmentId, COUNT(*) AS n FROM (
    SELECT assignment_id, student_id FROM pieces WHERE assignment_id IN (:ids) AND (begun OR scored_at IS NOT NULL)
    UNION SELECT assignment_id, student_id FROM piece_messages WHERE assignment_id IN (:ids)
    UNION SELECT assignment_id, student_id FROM second_scores WHERE assignment_id IN (:ids)
  ) AS there GROUP BY assignment_id`;

/** Pieces of work: scores, and the facts they all follow from. What is worked on is the works' business. */
export function piecesService({ sequelize, accounts, works }: { sequelize: Sequelize; accounts: AccountsService; works: WorksService }) {
  const { pieces, facts, works: workRows, keptReplies } = definePieces(sequelize);
  const { findOrMake, findOrMakeAll, holdAll, holdOne, closeAll } = openPieces({ sequelize, works });

  const service = {
    async records(assignmentIds: readonly string[], studentIds?: readonly string[]): Promise<PieceRecord[]> {
      if (assignmentIds.length === 0) return [];
      const rows = await rowsOf(pieces, {
        where: { assignmentId: { [Op.in]: [...assignmentIds] }, ...(studentIds ? { studentId: { [Op.in]: [...studentIds] } } : {}) },
      });
      // A list of a class needs no texts; only the one student's own page does.
      const texts = studentIds?.length === 1 && assignmentIds.length === 1;
      const byId = await works.byIds(
        rows.map((row) => row.workId),
        { texts },
      );
      return rows.map((row) => toPieceRecord(row, byId.get(row.workId)!));
    },

    /** All pieces of some assignments as a mark book needs them, quickly. */
    async leanRecords(assignmentIds: readonly string[], studentIds?: readonly string[]): Promise<LeanRecord[]> {
      if (assignmentIds.length === 0) return [];
      const rows = await sequelize.query<LeanRow>(studentIds ? `${LEAN} AND student_id IN (:studentIds)` : LEAN, {
        type: QueryTypes.SELECT,
        replacements: { assignmentIds: [...assignmentIds], ...(studentIds ? { studentIds: [...studentIds] } : {}) },
      });
      return rows.map(leanReader());
    },

    /** The students who have begun and share a work; who has only looked at it is free to go elsewhere. */
    async sharing(workId: string): Promise<string[]> {
      const rows = await rowsOf(pieces, {
        attributes: ['studentId'],
        where: { workId, begun: true },
      });
      return rows.map((row) => row.studentId);
    },

    /** The assignment that a work is of. */
    async ofWork(workId: string): Promise<{ assignmentId: string } | null> {
      return await rowByKey(workRows, workId, { attributes: ['assignmentId'] });
    },

    /** Whose piece it is. */
    async byId(id: string): Promise<{ assignmentId: string; studentId: string } | null> {
      return await rowByKey(pieces, id, { attributes: ['assignmentId', 'studentId'] });
    },

    /** When a piece of this assignment was scored last; null if none has a score. */
    async lastScoredAt(assignmentId: string, transaction?: Transaction): Promise<number | null> {
      const last = await pieces.max<Date | string | null, Model<PieceRecordRow>>('scoredAt', {
        where: { assignmentId },
        ...(transaction ? { transaction } : {}),
      });
      return last ? new Date(last).getTime() : null;
    },

    /** How many pieces of each assignment somebody has begun, or talks about, or that have a score; those with none are absent. */
    async begunOn(assignmentIds: readonly string[], transaction?: Transaction): Promise<Map<string, number>> {
      if (assignmentIds.length === 0) return new Map();
      const rows = await sequelize.query<{ assignmentId: string; n: number }>(BEGUN, {
        type: QueryTypes.SELECT,
        replacements: { ids: [...assignmentIds] },
        ...(transaction ? { transaction } : {}),
      });
      return new Map(rows.map((row) => [row.assignmentId, Number(row.n)]));
    },

    /** How many pieces of some assignments have points, given or returned. */
    async scoredOn(assignmentIds: readonly string[], transaction: Transaction): Promise<number> {
      return pieces.count({ where: { assignmentId: { [Op.in]: [...assignmentIds] }, ...HAS_POINTS }, transaction });
    },

    /** Counts every score anew, what students were shown too: out of other points it is the same share, so nothing is held and nobody told. */
    async rescale(
      assignmentIds: readonly string[],
      rescaled: Rescaled,
      { by, now, points }: { by: string; now: number; points: number },
      transaction: Transaction,
    ): Promise<void> {
      const rows = await rowsOf(pieces, {
        where: { assignmentId: { [Op.in]: [...assignmentIds] }, ...HAS_POINTS },
        order: [
          ['assignmentId', 'ASC'],
          ['studentId', 'ASC'],
        ],
        lock: true,
        transaction,
      });
      const opened = await holdAll(rows, transaction);
      for (const { open } of opened) {
        const { score, returned } = open.record;
        const [given, shown] = [score && { ...score, ...rescaled(score) }, returned && { ...returned, ...rescaled(returned) }];
        const details = (of: Given | null) => of && { words: of.words, adjust: of.adjust, rounds: of.rounds };
        open.append({ kind: 'rescaled', at: now }, by, {
          earned: given?.earned ?? null,
          chosen: given?.chosen ?? null,
          points,
          why: 'pointsChanged',
        });
        open.set({
          earnedMilli: given?.earned ?? null,
          details: details(given),
          returnedMilli: shown?.earned ?? null,
          returnedDetails: details(shown),
        });
      }
      await closeAll(opened, transaction);
    },

    /** Lets go of what was only looked at, so that an assignment on which nobody has begun can go. */
    async forget(assignmentIds: readonly string[], transaction: Transaction): Promise<void> {
      if (assignmentIds.length === 0) return;
      noteChange(transaction, { cellsOf: assignmentIds });
      const replacements = { assignmentIds: [...assignmentIds] };
      for (const sql of [
        'DELETE work_sheets FROM work_sheets JOIN works ON works.id = work_sheets.work_id WHERE works.assignment_id IN (:assignmentIds)',
        'DELETE FROM pieces WHERE assignment_id IN (:assignmentIds)',
        'DELETE FROM book_changes WHERE assignment_id IN (:assignmentIds)',
        'DELETE FROM works WHERE assignment_id IN (:assignmentIds)',
        'DELETE FROM uploads WHERE assignment_id IN (:assignmentIds)',
        'DELETE FROM nudges WHERE assignment_id IN (:assignmentIds)',
        'DELETE FROM quiz_corrections WHERE assignment_id IN (:assignmentIds)',
        'DELETE FROM quiz_tries WHERE assignment_id IN (:assignmentIds)',
        'DELETE FROM class_marks WHERE assignment_id IN (:assignmentIds)',
        'DELETE FROM timed_returns WHERE assignment_id IN (:assignmentIds)',
        'DELETE FROM review_rounds WHERE assignment_id IN (:assignmentIds)',
        'DELETE FROM assignment_changes WHERE assignment_id IN (:assignmentIds)',
      ])
        await sequelize.query(sql, { replacements, transaction });
    },

    /** Changes one piece, alone: whoever else wants it waits. */
    async change<T>(at: { assignmentId: string; studentId: string }, work: (piece: OpenPiece) => Promise<T>): Promise<T> {
      return service.changeAll([at], ([piece]) => work(piece!));
    },

    /** Changes several pieces or none of them. They are taken in one order, so that two such changes cannot lock each other out. */
    async changeAll<T>(ats: { assignmentId: string; studentId: string }[], work: (open: OpenPiece[]) => Promise<T>): Promise<T> {
      const ordered = [...ats].sort((a, b) => (`${a.assignmentId}${a.studentId}` < `${b.assignmentId}${b.studentId}` ? -1 : 1));
      return twice(() =>
        inTransaction(sequelize, async (transaction) => {
          const rows = await findOrMakeAll(ordered, transaction);
          const opened = await holdAll(rows, transaction);
          const result = await work(opened.map(({ open }) => open));
          await closeAll(opened, transaction);
          return result;
        }),
      );
    },

    /**
     * Changes what a student or a group works on, together with their pieces. A member who has begun something
     * alone keeps that; everybody else's piece becomes one of the shared work.
     */
    async changeWork<T>({ assignmentId, groupId, studentIds }: Team, work: (open: OpenTeam) => Promise<T>): Promise<T> {
      const [actor] = studentIds;
      return twice(() =>
        inTransaction(sequelize, async (transaction) => {
          let shared: Awaited<ReturnType<WorksService['openOrMake']>> | null = null;
          if (groupId !== null) shared = await works.openOrMake({ assignmentId, groupId, pieceId: '' }, transaction);
          const opened: Held[] = [];
          for (const studentId of [...studentIds].sort()) {
            const row = await findOrMake(assignmentId, studentId, shared?.work.record.id ?? null, transaction);
            // A work of one student has the id of their piece; who has left a group gets one then.
            shared ??= await works.openOrMake({ assignmentId, groupId: null, pieceId: row.id }, transaction);
            const alone = row.workId !== shared.work.record.id;
            if (alone && row.begun && studentId !== actor) continue;
            const piece = await holdOne(row, shared.work.record, transaction);
            if (alone) piece.open.set({ workId: shared.work.record.id });
            opened.push(piece);
          }
          const own = opened.find(({ open }) => open.record.studentId === actor)!.open;
          const result = await work({ work: shared!.work, own, pieces: opened.map(({ open }) => open), transaction });
          await shared!.close();
          await closeAll(opened, transaction);
          return result;
        }),
      );
    },

    /**
     * Does a write that the client may repeat: a repeat with the same key gets the first reply.
     * @throws Problem `conflict.keyReused` if the key was used for something else
     */
    async onceFor<T extends object>(
      transaction: Transaction,
      key: { userId: string; idempotencyKey: string | null; about: string; now: number },
      work: () => Promise<T>,
    ): Promise<T> {
      const { userId, idempotencyKey, about, now } = key;
      if (idempotencyKey === null) return work();
      const kept = await rowOf(keptReplies, { where: { userId, idempotencyKey }, transaction });
      if (kept) {
        if (kept.about !== about) throw new Problem('conflict.keyReused');
        return fromJson<T>(kept.reply);
      }
      const reply = await work();
      await keptReplies.create({ userId, idempotencyKey, about, reply, at: new Date(now) }, { transaction });
      return reply;
    },

    /** The last send-back's reason and date. */
    async lastSendBack(pieceId: string): Promise<{ at: number; reason: string; newDue: number | null } | null> {
      const row = await rowOf(facts, {
        where: { pieceId, kind: 'sentBack' },
        order: [['seq', 'DESC']],
      });
      if (!row) return null;
      const { reason = '', newDue = null } = fromJson<{ reason?: string; newDue?: number | null }>(row.data);
      return { at: row.at.getTime(), reason, newDue };
    },

    /** When a piece came back, each time. */
    async returnsOf(pieceId: string): Promise<number[]> {
      const rows = await rowsOf(facts, { attributes: ['at'], where: { pieceId, kind: 'returned' }, order: [['seq', 'ASC']] });
      return rows.map((row) => row.at.getTime());
    },

    /** What was given in these scores and returns, by their ids; what is none of them is not there. */
    async givenIn(factIds: readonly string[]): Promise<Map<string, { pieceId: string; data: object }>> {
      if (factIds.length === 0) return new Map();
      const rows = await rowsOf(facts, {
        where: { id: { [Op.in]: [...factIds] }, kind: { [Op.in]: ['scored', 'returned'] } },
      });
      return new Map(rows.map(({ id, pieceId, data }) => [id, { pieceId, data: fromJson<object>(data) }]));
    },

    /** What happened to a piece, newest first; `by` is still an id. */
    async factsOf(pieceId: string, most: number): Promise<{ id: string; kind: FactKind; at: number; by: string; data: object }[]> {
      const rows = await rowsOf(facts, { where: { pieceId }, order: [['seq', 'DESC']], limit: most });
      return rows.map((row) => ({ id: row.id, kind: row.kind, at: row.at.getTime(), by: row.byUser, data: fromJson<object>(row.data) }));
    },

    /** What was given and returned before the score that stands, newest first. */
    async scoresOf(pieceId: string): Promise<ScoreBefore[]> {
      const rows = await rowsOf(facts, {
        where: { pieceId, kind: { [Op.in]: ['scored', 'returned'] } },
        order: [['seq', 'DESC']],
        limit: MOST_BEFORE,
      });
      const people = await accounts.people(rows.map((row) => row.byUser));
      const all = rows.map((row): ScoreBefore => {
        const {
          earned = null,
          chosen = null,
          remark,
          why = null,
        } = fromJson<{ earned?: number; chosen?: Chosen; remark?: RichText | string; why?: ScoreBefore['why'] }>(row.data);
        const person = people.get(row.byUser);
        return {
          kind: row.kind as ScoreBefore['kind'],
          at: row.at.getTime(),
          by: person ? fullName(person) : '',
          earned,
          chosen,
          // Remarks of the first versions were plain text.
          remark: typeof remark === 'string' ? textOf(remark) : (remark ?? EMPTY_TEXT),
          why,
        };
      });
      // The newest score is the one that stands.
      const standing = all.findIndex((one) => one.kind === 'scored');
      return all.filter((_, index) => index !== standing);
    },

    /** When somebody recorded scores since a moment, and of which assignments. */
    async scoredBy(userId: string, since: number): Promise<{ assignmentId: string; at: number }[]> {
      const rows = await sequelize.query<{ assignmentId: string; at: Date }>(
        `SELECT p.assignment_id AS assignmentId, f.at FROM piece_facts f JOIN pieces p ON p.id = f.piece_id
         WHERE f.by_user = :userId AND f.kind = 'scored' AND f.at > :since ORDER BY f.at DESC LIMIT ${MOST_FACTS}`,
        { type: QueryTypes.SELECT, replacements: { userId, since: new Date(since) } },
      );
      return rows.map((row) => ({ assignmentId: row.assignmentId, at: row.at.getTime() }));
    },
  };
  return service;
}

export type PiecesService = ReturnType<typeof piecesService>;
