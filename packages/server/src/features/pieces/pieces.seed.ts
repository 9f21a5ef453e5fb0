import { afterFact, EMPTY_TEXT, NOTHING_YET, wordCount, type PieceFact, type RichText } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import type { Sequelize } from 'sequelize';
import type { Chosen, WorkFile } from '../../contract';
import { noteChange } from '../../db/class-changes';
import { inTransaction } from '../../db/transaction';
import { blankPiece } from './blank-piece';
import { definePieces } from './pieces.model';
import type { FactRow, HandInRow, PieceFileRow, PieceRecordRow, WorkRow } from './pieces-rows';
import { fingerprintOf, receiptOf } from './receipts';

/** One piece with all that happened to it, for the demo school. */
export interface SeededStory {
  assignmentId: string;
  studentId: string;
  text: RichText | null;
  attached: Omit<WorkFile, 'id' | 'answers'>[];
  story: { fact: PieceFact; by: string; data?: { earned?: number | null; chosen?: Chosen; remark?: RichText; reason?: string } }[];
}

/** Whole stories, written in bulk; summaries follow from the facts as ever. */
export async function seedPieces(sequelize: Sequelize, stories: readonly SeededStory[]): Promise<void> {
  const { pieces, facts, works: workRows, handIns, files, handInFiles } = definePieces(sequelize);
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
      attachmentId: null,
      answers: null,
    }));
    rows.files.push(...pieceFiles);
    let summary = NOTHING_YET;
    for (const [index, { fact, by, data = {} }] of story.entries()) {
      const { kind, at, ...rest } = fact;
      summary = afterFact(summary, fact);
      rows.facts.push({
        id: randomUUID(),
        pieceId: id,
        seq: index + 1,
        kind,
        at: new Date(at),
        byUser: by,
        data: { ...rest, ...data },
      });
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
          papers: [],
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
        Object.assign(piece, {
          returnedMilli: piece.earnedMilli,
          returnedChosen: piece.chosen,
          returnedRemark: piece.remark,
          held: false,
          shownAt: new Date(at),
        });
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
    noteChange(transaction, { cellsOf: stories.map((one) => one.assignmentId) });
  });
}
