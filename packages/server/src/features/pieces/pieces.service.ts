import { afterFact, EMPTY_TEXT, NOTHING_YET, textOf, wordCount, type FactKind, type PieceFact, type RichText } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, QueryTypes, UniqueConstraintError, type Sequelize, type Transaction } from 'sequelize';
import type { Chosen, ScoreBefore, WorkFile } from '../../contract';
import { fromJson } from '../../db/json-column';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import { fullName, type AccountsService } from '../accounts/accounts.service';
import { leanReader, toPieceRecord, type Given, type LeanRecord, type LeanRow, type PieceRecord } from './pieces.mapper';
import { definePieces, type FactRow, type HandInRow, type PieceFileRow, type PieceRecordRow, type WorkRow } from './pieces.model';
import { fingerprintOf, receiptOf, type OpenWork, type WorkRecord, type WorksService } from './works.service';

/** A piece held open in a transaction: nobody else changes it until the work is done. */
export interface OpenPiece {
  record: PieceRecord;
  transaction: Transaction;
  /** Appends what happened; the summary follows. */
  append(fact: PieceFact, by: string, data?: object): void;
  set(columns: Partial<PieceRecordRow>): void;
}

/** An open piece with what is to be stored of it. */
interface Held {
  row: PieceRecordRow;
  open: OpenPiece;
  changes: Partial<PieceRecordRow>;
  appended: FactRow[];
}

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

function blankPiece({ id, assignmentId, studentId, workId }: Pick<PieceRecordRow, 'id' | 'assignmentId' | 'studentId' | 'workId'>): PieceRecordRow {
  return {
    id,
    assignmentId,
    studentId,
    workId,
    summary: NOTHING_YET,
    begun: false,
    seenAt: null,
    activeAt: null,
    earnedMilli: null,
    chosen: null,
    remark: EMPTY_TEXT,
    details: null,
    scoredAt: null,
    scoredBy: null,
    scoredRound: 0,
    held: false,
    returnedMilli: null,
    returnedChosen: null,
    returnedRemark: EMPTY_TEXT,
    returnedDetails: null,
    shownAt: null,
    went: null,
    wentLine: '',
    selfCheck: null,
    saidMissing: false,
    version: 0,
  };
}

const MOST_BEFORE = 100;
/** Rows that go to the database in one statement. */
const AT_ONCE = 500;
/** More pieces than this are stored together instead of one after the other. */
const FEW = 8;
const JSON_COLUMNS = ['summary', 'chosen', 'remark', 'details', 'returnedChosen', 'returnedRemark', 'returnedDetails', 'selfCheck'] as const;
// Texts, so that each is read where it is needed: most pieces say the same beside their points. The moment as a
// number, which costs less than a date.
const LEAN = `SELECT id, assignment_id AS assignmentId, student_id AS studentId, CAST(summary AS CHAR) AS summary, earned_milli AS earnedMilli, CAST(chosen AS CHAR) AS chosen,
    CAST(details AS CHAR) AS details, CAST(ROUND(UNIX_TIMESTAMP(scored_at) * 1000) AS SIGNED) AS scoredAt, scored_by AS scoredBy, held, returned_milli AS returnedMilli,
    CAST(returned_details AS CHAR) AS returnedDetails, said_missing AS saidMissing, version
  FROM pieces WHERE assignment_id IN (:assignmentIds)`;

/** The rows in stretches that one statement takes. */
function* stretches<T>(rows: readonly T[]): Generator<T[]> {
  for (let start = 0; start < rows.length; start += AT_ONCE) yield rows.slice(start, start + AT_ONCE);
}
const MOST_FACTS = 5000;
const HAS_POINTS = { [Op.or]: [{ earnedMilli: { [Op.ne]: null } }, { returnedMilli: { [Op.ne]: null } }] };
const BEGUN = `SELECT assignment_id AS assignmentId, COUNT(*) AS n FROM (
    SELECT assignment_id, student_id FROM pieces WHERE assignment_id IN (:ids) AND (begun OR scored_at IS NOT NULL)
    UNION SELECT assignment_id, student_id FROM piece_messages WHERE assignment_id IN (:ids)
    UNION SELECT assignment_id, student_id FROM second_scores WHERE assignment_id IN (:ids)
  ) AS there GROUP BY assignment_id`;

/** Pieces of work: scores, and the facts they all follow from. What is worked on is the works' business. */
export function piecesService({ sequelize, accounts, works }: { sequelize: Sequelize; accounts: AccountsService; works: WorksService }) {
  const { pieces, facts, works: workRows, handIns, files, handInFiles, keptReplies } = definePieces(sequelize);

  /** The piece, locked; made with a work of its own if it is not there. */
  async function findOrMake(assignmentId: string, studentId: string, workId: string | null, transaction: Transaction): Promise<PieceRecordRow> {
    const found = (await pieces.findOne({ where: { assignmentId, studentId }, lock: true, transaction, raw: true })) as unknown as PieceRecordRow | null;
    if (found) return found;
    const id = randomUUID();
    if (workId === null) await workRows.create({ id, assignmentId, groupId: null, text: null, savedAt: null, savedBy: null, version: 0, words: 0 }, { transaction });
    const row = blankPiece({ id, assignmentId, studentId, workId: workId ?? id });
    await pieces.create(row, { transaction });
    return row;
  }

  /** The pieces, locked in one order, assignment by assignment; those that are not there are made with works of their own. */
  async function findOrMakeAll(ats: readonly { assignmentId: string; studentId: string }[], transaction: Transaction): Promise<PieceRecordRow[]> {
    const byAssignment = new Map<string, string[]>();
    for (const { assignmentId, studentId } of ats) byAssignment.set(assignmentId, [...(byAssignment.get(assignmentId) ?? []), studentId]);
    const rows: PieceRecordRow[] = [];
    for (const [assignmentId, studentIds] of byAssignment) {
      const found = (await pieces.findAll({
        where: { assignmentId, studentId: { [Op.in]: studentIds } },
        order: [['studentId', 'ASC']],
        lock: true,
        transaction,
        raw: true,
      })) as unknown as PieceRecordRow[];
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
      }
      rows.push(...found, ...made);
    }
    return rows;
  }

  /** How many facts each piece has. */
  async function lastSeqs(pieceIds: readonly string[], transaction: Transaction): Promise<Map<string, number>> {
    const found = new Map<string, number>();
    for (const ids of stretches(pieceIds)) {
      const rows = await sequelize.query<{ id: string; seq: number }>('SELECT piece_id AS id, MAX(seq) AS seq FROM piece_facts WHERE piece_id IN (:ids) GROUP BY piece_id', {
        type: QueryTypes.SELECT,
        replacements: { ids },
        transaction,
      });
      for (const { id, seq } of rows) found.set(id, Number(seq));
    }
    return found;
  }

  /** Stores what was appended and changed. */
  async function closeAll(opened: readonly Held[], transaction: Transaction): Promise<void> {
    const appended = opened.flatMap((one) => one.appended);
    for (const rows of stretches(appended)) await facts.bulkCreate(rows, { transaction });
    const changed = opened.filter(({ changes }) => Object.keys(changes).length > 0).map(({ row, changes }) => ({ row, changes: { ...changes, version: row.version + 1 } }));
    if (changed.length <= FEW) {
      for (const { row, changes } of changed) await pieces.update(changes, { where: { id: row.id }, transaction });
      return;
    }
    const columns = [...new Set(changed.flatMap(({ changes }) => Object.keys(changes)))] as (keyof PieceRecordRow)[];
    const whole = changed.map(({ row, changes }) => {
      const json = Object.fromEntries(JSON_COLUMNS.map((column) => [column, row[column] == null ? null : fromJson(row[column])]));
      return { ...row, ...json, ...changes };
    });
    for (const rows of stretches(whole)) await pieces.bulkCreate(rows, { updateOnDuplicate: columns, transaction });
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
        appended.push({ id: randomUUID(), pieceId: row.id, seq: seq + appended.length + 1, kind, at: new Date(happenedAt), byUser: by, data: { ...rest, ...data } });
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

  /** Two first changes at once both try to make a row; the one that comes second starts again and finds it. */
  async function twice<T>(attempt: () => Promise<T>): Promise<T> {
    try {
      return await attempt();
    } catch (error) {
      if (error instanceof UniqueConstraintError && /one_piece|one_work_a_group|PRIMARY/.test(String((error.parent as { sqlMessage?: string }).sqlMessage))) return attempt();
      throw error;
    }
  }

  const service = {
    async records(assignmentIds: readonly string[], studentIds?: readonly string[]): Promise<PieceRecord[]> {
      if (assignmentIds.length === 0) return [];
      const rows = (await pieces.findAll({
        where: { assignmentId: { [Op.in]: [...assignmentIds] }, ...(studentIds ? { studentId: { [Op.in]: [...studentIds] } } : {}) },
        raw: true,
      })) as unknown as PieceRecordRow[];
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
      const rows = (await pieces.findAll({ attributes: ['studentId'], where: { workId, begun: true }, raw: true })) as unknown as PieceRecordRow[];
      return rows.map((row) => row.studentId);
    },

    /** The assignment that a work is of. */
    async ofWork(workId: string): Promise<{ assignmentId: string } | null> {
      return (await workRows.findByPk(workId, { attributes: ['assignmentId'], raw: true })) as unknown as { assignmentId: string } | null;
    },

    /** Whose piece it is. */
    async byId(id: string): Promise<{ assignmentId: string; studentId: string } | null> {
      return (await pieces.findByPk(id, { attributes: ['assignmentId', 'studentId'], raw: true })) as unknown as { assignmentId: string; studentId: string } | null;
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
      rescaled: (given: Pick<Given, 'earned' | 'chosen' | 'adjust' | 'rounds'>) => Pick<Given, 'earned' | 'adjust' | 'rounds'>,
      { by, now, points }: { by: string; now: number; points: number },
      transaction: Transaction,
    ): Promise<void> {
      const rows = (await pieces.findAll({
        where: { assignmentId: { [Op.in]: [...assignmentIds] }, ...HAS_POINTS },
        order: [
          ['assignmentId', 'ASC'],
          ['studentId', 'ASC'],
        ],
        lock: true,
        transaction,
        raw: true,
      })) as unknown as PieceRecordRow[];
      const opened = await holdAll(rows, transaction);
      for (const { open } of opened) {
        const { score, returned } = open.record;
        const [given, shown] = [score && { ...score, ...rescaled(score) }, returned && { ...returned, ...rescaled(returned) }];
        const details = (of: Given | null) => of && { words: of.words, adjust: of.adjust, rounds: of.rounds };
        open.append({ kind: 'rescaled', at: now }, by, { earned: given?.earned ?? null, chosen: given?.chosen ?? null, points, why: 'pointsChanged' });
        open.set({ earnedMilli: given?.earned ?? null, details: details(given), returnedMilli: shown?.earned ?? null, returnedDetails: details(shown) });
      }
      await closeAll(opened, transaction);
      await sequelize.query(
        'UPDATE second_scores s JOIN assignments a ON a.id = s.assignment_id JOIN briefs b ON b.id = a.brief_id SET s.earned_milli = ROUND(s.earned_milli * :points / b.points_milli) WHERE s.assignment_id IN (:ids) AND s.earned_milli IS NOT NULL',
        {
          replacements: { ids: [...assignmentIds], points },
          transaction,
        },
      );
    },

    /** Lets go of what was only looked at, so that an assignment on which nobody has begun can go. */
    async forget(assignmentIds: readonly string[], transaction: Transaction): Promise<void> {
      if (assignmentIds.length === 0) return;
      const replacements = { assignmentIds: [...assignmentIds] };
      for (const sql of [
        'DELETE work_sheets FROM work_sheets JOIN works ON works.id = work_sheets.work_id WHERE works.assignment_id IN (:assignmentIds)',
        'DELETE FROM pieces WHERE assignment_id IN (:assignmentIds)',
        'DELETE FROM book_changes WHERE assignment_id IN (:assignmentIds)',
        'DELETE FROM works WHERE assignment_id IN (:assignmentIds)',
        'DELETE FROM uploads WHERE assignment_id IN (:assignmentIds)',
        'DELETE FROM nudges WHERE assignment_id IN (:assignmentIds)',
        'DELETE FROM class_marks WHERE assignment_id IN (:assignmentIds)',
        'DELETE FROM timed_returns WHERE assignment_id IN (:assignmentIds)',
        'DELETE FROM review_rounds WHERE assignment_id IN (:assignmentIds)',
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
            const piece = hold(row, shared.work.record, (await lastSeqs([row.id], transaction)).get(row.id) ?? 0, transaction);
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
      const kept = (await keptReplies.findOne({ where: { userId, idempotencyKey }, transaction, raw: true })) as unknown as { about: string; reply: unknown } | null;
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
      const row = (await facts.findOne({ where: { pieceId, kind: 'sentBack' }, order: [['seq', 'DESC']], raw: true })) as unknown as FactRow | null;
      if (!row) return null;
      const { reason = '', newDue = null } = fromJson<{ reason?: string; newDue?: number | null }>(row.data);
      return { at: row.at.getTime(), reason, newDue };
    },

    /** What happened to a piece, newest first; `by` is still an id. */
    async factsOf(pieceId: string, most: number): Promise<{ id: string; kind: FactKind; at: number; by: string; data: object }[]> {
      const rows = (await facts.findAll({ where: { pieceId }, order: [['seq', 'DESC']], limit: most, raw: true })) as unknown as FactRow[];
      return rows.map((row) => ({ id: row.id, kind: row.kind, at: row.at.getTime(), by: row.byUser, data: fromJson<object>(row.data) }));
    },

    /** What was given and returned before the score that stands, newest first. */
    async scoresOf(pieceId: string): Promise<ScoreBefore[]> {
      const rows = (await facts.findAll({
        where: { pieceId, kind: { [Op.in]: ['scored', 'returned'] } },
        order: [['seq', 'DESC']],
        limit: MOST_BEFORE,
        raw: true,
      })) as unknown as FactRow[];
      const people = await accounts.people(rows.map((row) => row.byUser));
      const all = rows.map((row): ScoreBefore => {
        const { earned = null, chosen = null, remark, why = null } = fromJson<{ earned?: number; chosen?: Chosen; remark?: RichText | string; why?: ScoreBefore['why'] }>(row.data);
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

    /** For the demo school: whole stories, written in bulk; summaries follow from the facts as ever. */
    async plant(stories: readonly PlantedStory[]): Promise<void> {
      const rows = {
        works: [] as WorkRow[],
        pieces: [] as PieceRecordRow[],
        facts: [] as FactRow[],
        handIns: [] as HandInRow[],
        files: [] as PieceFileRow[],
        links: [] as { handInId: string; fileId: string; position: number }[],
      };
      for (const { assignmentId, studentId, text, attached, story } of stories) {
        const id = randomUUID();
        const piece: PieceRecordRow = { ...blankPiece({ id, assignmentId, studentId, workId: id }), version: 1 };
        const words = wordCount(text);
        const work: WorkRow = { id, assignmentId, groupId: null, text, savedAt: null, savedBy: studentId, version: 1, words };
        const pieceFiles = attached.map((file, index): PieceFileRow => ({
          id: randomUUID(),
          workId: id,
          ...file,
          addedAt: new Date((story[0]?.fact.at ?? 0) + index),
          inDraft: true,
          addedBy: studentId,
        }));
        rows.files.push(...pieceFiles);
        let summary = NOTHING_YET;
        for (const [index, { fact, by, data = {} }] of story.entries()) {
          const { kind, at, ...rest } = fact;
          summary = afterFact(summary, fact);
          rows.facts.push({ id: randomUUID(), pieceId: id, seq: index + 1, kind, at: new Date(at), byUser: by, data: { ...rest, ...data } });
          if (kind === 'opened' || kind === 'saved') {
            piece.seenAt ??= new Date(at);
            piece.activeAt = work.savedAt = new Date(at);
          }
          if (kind === 'handedIn') {
            const receipt = receiptOf(id, summary.handIns, at, [fingerprintOf(text), ...attached.map((file) => file.fingerprint)]);
            const textFingerprint = fingerprintOf(text);
            const handIn: HandInRow = {
              id: randomUUID(),
              workId: id,
              versionNo: summary.handIns,
              at: new Date(at),
              text,
              words,
              receipt,
              byUser: studentId,
              textFingerprint,
              sheets: [],
            };
            rows.handIns.push(handIn);
            rows.links.push(...pieceFiles.map((file, position) => ({ handInId: handIn.id, fileId: file.id, position })));
          }
          if (kind === 'scored')
            Object.assign(piece, {
              earnedMilli: data.earned ?? null,
              chosen: data.chosen ?? null,
              remark: data.remark ?? EMPTY_TEXT,
              scoredAt: new Date(at),
              scoredBy: by,
              held: true,
            });
          if (kind === 'returned')
            Object.assign(piece, { returnedMilli: piece.earnedMilli, returnedChosen: piece.chosen, returnedRemark: piece.remark, held: false, shownAt: new Date(at) });
        }
        rows.works.push(work);
        rows.pieces.push({ ...piece, summary, begun: summary.begunAt !== null });
      }
      await inTransaction(sequelize, async (transaction) => {
        await workRows.bulkCreate(rows.works, { transaction });
        await pieces.bulkCreate(rows.pieces, { transaction });
        await facts.bulkCreate(rows.facts, { transaction });
        await handIns.bulkCreate(rows.handIns, { transaction });
        await files.bulkCreate(rows.files, { transaction });
        await handInFiles.bulkCreate(rows.links, { transaction });
      });
    },
  };
  return service;
}

/** One piece with all that happened to it, for the demo school. */
export interface PlantedStory {
  assignmentId: string;
  studentId: string;
  text: RichText | null;
  attached: Omit<WorkFile, 'id'>[];
  story: { fact: PieceFact; by: string; data?: { earned?: number | null; chosen?: Chosen; remark?: RichText; reason?: string } }[];
}

export type PiecesService = ReturnType<typeof piecesService>;
