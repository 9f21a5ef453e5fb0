import { afterFact, NOTHING_YET, wordCount, type PieceFact, type RichText } from '@jolly/core';
import { createHash, randomUUID } from 'node:crypto';
import { Op, UniqueConstraintError, type Sequelize, type Transaction } from 'sequelize';
import type { Chosen, HandInView, WorkFile } from '../../contract';
import { fromJson } from '../../db/json-column';
import { inTransaction } from '../../db/transaction';
import type { TakenFile } from '../../files/take-file';
import { Problem } from '../../http/problem';
import { toHandInView, toPieceRecord, toWorkFile, type PieceRecord } from './pieces.mapper';
import { definePieces, type FactRow, type HandInRow, type PieceFileRow, type PieceRecordRow } from './pieces.model';

/** A piece held open in a transaction: nobody else changes it until the work is done. */
export interface OpenPiece {
  record: PieceRecord;
  transaction: Transaction;
  /** Appends what happened; the summary follows. */
  append(fact: PieceFact, by: string, data?: object): Promise<void>;
  set(columns: Partial<PieceRecordRow>): void;
  draftFiles(): Promise<WorkFile[]>;
  addFile(file: TakenFile, now: number): Promise<WorkFile>;
  dropFile(fileId: string): Promise<boolean>;
  /** Freezes the draft as the next version and returns what the receipt says. */
  handIn(now: number): Promise<HandInView>;
}

function blankPiece(assignmentId: string, studentId: string): PieceRecordRow {
  return {
    id: randomUUID(),
    assignmentId,
    studentId,
    summary: NOTHING_YET,
    draftText: null,
    draftSavedAt: null,
    draftVersion: 0,
    earnedMilli: null,
    chosen: null,
    remark: '',
    scoredAt: null,
    scoredBy: null,
    held: false,
    returnedMilli: null,
    returnedChosen: null,
    returnedRemark: '',
    version: 0,
  };
}

function receiptOf(pieceId: string, version: number, at: number, fingerprints: string[]): string {
  const digest = createHash('sha256')
    .update(JSON.stringify([pieceId, version, at, fingerprints]))
    .digest('hex')
    .toUpperCase();
  return `${digest.slice(0, 4)}-${digest.slice(4, 8)}-${digest.slice(8, 12)}`;
}

/** Pieces of work: drafts, hand-ins, scores, and the facts they all follow from. */
export function piecesService({ sequelize }: { sequelize: Sequelize }) {
  const { pieces, facts, handIns, files, handInFiles, keptReplies } = definePieces(sequelize);

  async function filesOf(handInIds: string[], transaction?: Transaction): Promise<Map<string, WorkFile[]>> {
    if (handInIds.length === 0) return new Map();
    const tx = transaction ? { transaction } : {};
    const links = (await handInFiles.findAll({ where: { handInId: { [Op.in]: handInIds } }, order: [['position', 'ASC']], raw: true, ...tx })) as unknown as {
      handInId: string;
      fileId: string;
    }[];
    const rows = (await files.findAll({ where: { id: { [Op.in]: links.map((link) => link.fileId) } }, raw: true, ...tx })) as unknown as PieceFileRow[];
    const byId = new Map(rows.map((row) => [row.id, toWorkFile(row)]));
    const result = new Map<string, WorkFile[]>();
    for (const { handInId, fileId } of links) result.set(handInId, [...(result.get(handInId) ?? []), byId.get(fileId)!]);
    return result;
  }

  async function findOrMake(assignmentId: string, studentId: string, transaction: Transaction): Promise<PieceRecordRow> {
    const where = { assignmentId, studentId };
    const found = await pieces.findOne({ where, lock: true, transaction, raw: true });
    if (found) return found as unknown as PieceRecordRow;
    const row = blankPiece(assignmentId, studentId);
    await pieces.create(row, { transaction });
    return row;
  }

  async function openPiece(at: { assignmentId: string; studentId: string }, transaction: Transaction): Promise<{ open: OpenPiece; close: () => Promise<void> }> {
    const row = await findOrMake(at.assignmentId, at.studentId, transaction);
    const record = toPieceRecord(row);
    const changes: Partial<PieceRecordRow> = {};
    let nextSeq = Number((await facts.max('seq', { where: { pieceId: row.id }, transaction })) ?? 0) + 1;
    const open: OpenPiece = {
      record,
      transaction,
      async append(fact, by, data = {}) {
        const { kind, at: happenedAt, ...rest } = fact;
        const factRow: FactRow = { id: randomUUID(), pieceId: row.id, seq: nextSeq++, kind, at: new Date(happenedAt), byUser: by, data: { ...rest, ...data } };
        await facts.create(factRow, { transaction });
        record.summary = afterFact(record.summary, fact);
        changes.summary = record.summary;
      },
      set: (columns) => void Object.assign(changes, columns),
      async draftFiles() {
        const rows = await files.findAll({
          where: { pieceId: row.id, inDraft: true },
          order: [
            ['addedAt', 'ASC'],
            ['id', 'ASC'],
          ],
          transaction,
          raw: true,
        });
        return (rows as unknown as PieceFileRow[]).map(toWorkFile);
      },
      async addFile({ fingerprint, name, size, mediaType }, now) {
        const file: PieceFileRow = { id: randomUUID(), pieceId: row.id, fingerprint, name, size, mediaType, addedAt: new Date(now), inDraft: true };
        await files.create(file, { transaction });
        return toWorkFile(file);
      },
      async dropFile(fileId) {
        const [changed] = await files.update({ inDraft: false }, { where: { id: fileId, pieceId: row.id, inDraft: true }, transaction });
        return changed > 0;
      },
      async handIn(now) {
        const attached = await open.draftFiles();
        const versionNo = record.summary.handIns + 1;
        const receipt = receiptOf(
          row.id,
          versionNo,
          now,
          attached.map((file) => file.fingerprint),
        );
        const { text } = record.draft;
        const handIn: HandInRow = { id: randomUUID(), pieceId: row.id, versionNo, at: new Date(now), text, words: wordCount(text), receipt };
        await handIns.create(handIn, { transaction });
        await handInFiles.bulkCreate(
          attached.map((file, position) => ({ handInId: handIn.id, fileId: file.id, position })),
          { transaction },
        );
        return toHandInView(handIn, attached, '');
      },
    };
    const close = async () => {
      if (Object.keys(changes).length > 0) await pieces.update({ ...changes, version: row.version + 1 }, { where: { id: row.id }, transaction });
    };
    return { open, close };
  }

  const service = {
    async records(assignmentIds: readonly string[], studentIds?: readonly string[]): Promise<PieceRecord[]> {
      if (assignmentIds.length === 0) return [];
      const rows = await pieces.findAll({
        // A list of a class needs no drafts; only the one student's own page does.
        ...(studentIds?.length === 1 ? {} : { attributes: { exclude: ['draftText'] } }),
        where: { assignmentId: { [Op.in]: [...assignmentIds] }, ...(studentIds ? { studentId: { [Op.in]: [...studentIds] } } : {}) },
        raw: true,
      });
      return (rows as unknown as PieceRecordRow[]).map(toPieceRecord);
    },

    /** How many pieces of each assignment somebody has begun, or that have a score; those with none are absent. */
    async begunOn(assignmentIds: readonly string[], transaction?: Transaction): Promise<Map<string, number>> {
      if (assignmentIds.length === 0) return new Map();
      const rows = (await pieces.count({
        where: { assignmentId: { [Op.in]: [...assignmentIds] } },
        group: ['assignmentId'],
        ...(transaction ? { transaction } : {}),
      })) as unknown as {
        assignmentId: string;
        count: number;
      }[];
      return new Map(rows.map((row) => [row.assignmentId, Number(row.count)]));
    },

    /**
     * Changes one piece, alone: whoever else wants it waits. Two first changes at once both try to make the
     * row; the one that comes second starts again and finds it.
     */
    async change<T>(at: { assignmentId: string; studentId: string }, work: (piece: OpenPiece) => Promise<T>): Promise<T> {
      return service.changeAll([at], ([piece]) => work(piece!));
    },

    /** Changes several pieces or none of them. They are taken in one order, so that two such changes cannot lock each other out. */
    async changeAll<T>(ats: { assignmentId: string; studentId: string }[], work: (open: OpenPiece[]) => Promise<T>): Promise<T> {
      const ordered = [...ats].sort((a, b) => (`${a.assignmentId}${a.studentId}` < `${b.assignmentId}${b.studentId}` ? -1 : 1));
      const attempt = () =>
        inTransaction(sequelize, async (transaction) => {
          const opened: Awaited<ReturnType<typeof openPiece>>[] = [];
          for (const at of ordered) opened.push(await openPiece(at, transaction));
          const result = await work(opened.map(({ open }) => open));
          for (const { close } of opened) await close();
          return result;
        });
      try {
        return await attempt();
      } catch (error) {
        if (error instanceof UniqueConstraintError && String((error.parent as { sqlMessage?: string }).sqlMessage).includes('one_piece')) return attempt();
        throw error;
      }
    },

    /**
     * Does a write that the client may repeat: a repeat with the same key gets the first reply.
     * @throws Problem `conflict.keyReused` if the key was used for something else
     */
    async onceFor<T extends object>(piece: OpenPiece, key: { userId: string; idempotencyKey: string | null; about: string; now: number }, work: () => Promise<T>): Promise<T> {
      const { userId, idempotencyKey, about, now } = key;
      if (idempotencyKey === null) return work();
      const { transaction } = piece;
      const kept = (await keptReplies.findOne({ where: { userId, idempotencyKey }, transaction, raw: true })) as unknown as { about: string; reply: unknown } | null;
      if (kept) {
        if (kept.about !== about) throw new Problem('conflict.keyReused');
        return fromJson<T>(kept.reply);
      }
      const reply = await work();
      await keptReplies.create({ userId, idempotencyKey, about, reply, at: new Date(now) }, { transaction });
      return reply;
    },

    async draftFiles(pieceId: string): Promise<WorkFile[]> {
      const rows = await files.findAll({
        where: { pieceId, inDraft: true },
        order: [
          ['addedAt', 'ASC'],
          ['id', 'ASC'],
        ],
        raw: true,
      });
      return (rows as unknown as PieceFileRow[]).map(toWorkFile);
    },

    /** All hand-ins of a piece, latest first; only the latest with its text and files. */
    async handInsOf(pieceId: string, receivedFor: string): Promise<{ latest: HandInView | null; all: { version: number; at: number }[] }> {
      const rows = (await handIns.findAll({
        attributes: { exclude: ['text'] },
        where: { pieceId },
        order: [['versionNo', 'DESC']],
        limit: 100,
        raw: true,
      })) as unknown as HandInRow[];
      const [first] = rows;
      if (!first) return { latest: null, all: [] };
      const whole = (await handIns.findByPk(first.id, { raw: true })) as unknown as HandInRow;
      const attached = (await filesOf([first.id])).get(first.id) ?? [];
      return { latest: toHandInView(whole, attached, receivedFor), all: rows.map((row) => ({ version: row.versionNo, at: row.at.getTime() })) };
    },

    /** The last send-back's reason and date. */
    async lastSendBack(pieceId: string): Promise<{ at: number; reason: string; newDue: number | null } | null> {
      const row = (await facts.findOne({ where: { pieceId, kind: 'sentBack' }, order: [['seq', 'DESC']], raw: true })) as unknown as FactRow | null;
      if (!row) return null;
      const { reason = '', newDue = null } = fromJson<{ reason?: string; newDue?: number | null }>(row.data);
      return { at: row.at.getTime(), reason, newDue };
    },

    /** A file and whose piece it belongs to; `handedIn` is whether a teacher may see it yet. */
    async file(id: string): Promise<{ file: WorkFile; assignmentId: string; studentId: string; handedIn: boolean } | null> {
      const row = (await files.findByPk(id, { raw: true })) as unknown as PieceFileRow | null;
      if (!row) return null;
      const piece = (await pieces.findByPk(row.pieceId, { attributes: ['assignmentId', 'studentId'], raw: true })) as unknown as PieceRecordRow;
      const handedIn = (await handInFiles.count({ where: { fileId: id } })) > 0;
      return { file: toWorkFile(row), assignmentId: piece.assignmentId, studentId: piece.studentId, handedIn };
    },

    /** For the demo school: whole stories, written in bulk; summaries follow from the facts as ever. */
    async plant(stories: readonly PlantedStory[]): Promise<void> {
      const rows = {
        pieces: [] as PieceRecordRow[],
        facts: [] as FactRow[],
        handIns: [] as HandInRow[],
        files: [] as PieceFileRow[],
        links: [] as { handInId: string; fileId: string; position: number }[],
      };
      for (const { assignmentId, studentId, text, attached, story } of stories) {
        const piece: PieceRecordRow = { ...blankPiece(assignmentId, studentId), draftText: text, draftVersion: 1, version: 1 };
        const { id } = piece;
        const pieceFiles = attached.map((file, index): PieceFileRow => ({
          id: randomUUID(),
          pieceId: id,
          ...file,
          addedAt: new Date((story[0]?.fact.at ?? 0) + index),
          inDraft: true,
        }));
        rows.files.push(...pieceFiles);
        let summary = NOTHING_YET;
        for (const [index, { fact, by, data = {} }] of story.entries()) {
          const { kind, at, ...rest } = fact;
          summary = afterFact(summary, fact);
          rows.facts.push({ id: randomUUID(), pieceId: id, seq: index + 1, kind, at: new Date(at), byUser: by, data: { ...rest, ...data } });
          if (kind === 'opened' || kind === 'saved') piece.draftSavedAt = new Date(at);
          if (kind === 'handedIn') {
            const receipt = receiptOf(
              id,
              summary.handIns,
              at,
              attached.map((file) => file.fingerprint),
            );
            const handIn: HandInRow = { id: randomUUID(), pieceId: id, versionNo: summary.handIns, at: new Date(at), text, words: wordCount(text), receipt };
            rows.handIns.push(handIn);
            rows.links.push(...pieceFiles.map((file, position) => ({ handInId: handIn.id, fileId: file.id, position })));
          }
          if (kind === 'scored')
            Object.assign(piece, { earnedMilli: data.earned ?? null, chosen: data.chosen ?? null, remark: data.remark ?? '', scoredAt: new Date(at), scoredBy: by, held: true });
          if (kind === 'returned') Object.assign(piece, { returnedMilli: piece.earnedMilli, returnedChosen: piece.chosen, returnedRemark: piece.remark, held: false });
        }
        rows.pieces.push({ ...piece, summary });
      }
      await inTransaction(sequelize, async (transaction) => {
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
  story: { fact: PieceFact; by: string; data?: { earned?: number | null; chosen?: Chosen; remark?: string; reason?: string } }[];
}

export type PiecesService = ReturnType<typeof piecesService>;
