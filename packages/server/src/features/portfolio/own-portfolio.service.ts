import { localDateAt, lookBackTerm, termAt } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { UniqueConstraintError, type Sequelize, type Transaction } from 'sequelize';
import type { OwnPortfolioRequest, PortfolioPiece } from '../../contract';
import { inTransaction } from '../../db/transaction';
import type { TakenFile } from '../../files/take-file';
import { Problem } from '../../http/problem';
import type { Student } from '../pieces/own-pieces.service';
import { changedTo, type PortfolioEntriesService } from './portfolio-entries.service';
import { definePortfolio, type PortfolioRow } from './portfolio.model';
import type { PortfolioService } from './portfolio.service';

const MOST_FILES = 10;
const MOST_OWN = 300;

interface Collaborators {
  sequelize: Sequelize;
  portfolio: PortfolioService;
  portfolioEntries: PortfolioEntriesService;
}

/** Pieces of a student's own: put together with their files, put in for a teacher's yes, changed, and put in again. */
export function ownPortfolioService({ sequelize, portfolio, portfolioEntries }: Collaborators) {
  const { pieces, files } = definePortfolio(sequelize);

  async function toPiece(student: Student, id: string): Promise<PortfolioPiece> {
    const row = (await portfolioEntries.byId(id))!;
    const [piece] = await portfolioEntries.toPieces([row], { askerId: student.userId, sightOf: () => undefined, handIns: new Map() });
    return piece!;
  }

  /** The student's own piece, to be changed. @throws Problem `thing.unknown` */
  async function mine(student: Student, id: string, transaction: Transaction): Promise<PortfolioRow> {
    const row = await portfolioEntries.byId(id, transaction);
    if (row?.studentId !== student.userId || row.assignmentId !== null) throw new Problem('thing.unknown');
    return row;
  }

  /** Files come and go only in what is put together: what had a yes loses it, so that nobody at home sees what no teacher has. */
  const changed = async (row: PortfolioRow, now: number, transaction: Transaction) =>
    pieces.update({ ...changedTo('draft', now), version: row.version + 1 }, { where: { id: row.id }, transaction });

  return {
    /**
     * Keeps a piece as it is, and puts it in when told to.
     * @throws Problem `conflict.changedMeanwhile` with the piece as it is, `portfolio.empty`, `portfolio.noTerm`, `portfolio.lookedBack`
     */
    async keep(student: Student, id: string, request: OwnPortfolioRequest, now: number): Promise<PortfolioPiece> {
      const { classId, title, text, termFrom, version, done } = request;
      const schoolClass = (await portfolio.classesOf(student.userId)).find((one) => one.id === classId);
      if (!schoolClass) throw new Problem('thing.unknown');
      const term = termFrom === null ? null : termAt(schoolClass.terms, termFrom);
      if (termFrom !== null && term?.from !== termFrom) throw new Problem('portfolio.noTerm');
      const about = { classId, termFrom, title: title.trim() || (term?.name ?? ''), text };
      const stored = await inTransaction(sequelize, async (transaction) => {
        const there = await portfolioEntries.byId(id, transaction);
        const row = there && (await mine(student, id, transaction));
        if (!row && version !== 0) throw new Problem('thing.unknown');
        if (!row) {
          // Begun when its time is, it can be finished after it.
          if (term && lookBackTerm(schoolClass.terms, localDateAt(schoolClass.calendar.zone, now))?.from !== term.from)
            throw new Problem('portfolio.noTerm');
          if ((await pieces.count({ where: { studentId: student.userId, assignmentId: null }, transaction })) >= MOST_OWN)
            throw new Problem('portfolio.tooMany');
        } else if (row.version !== version) {
          // Sent again because the answer was lost: it is stored, and nobody hears of it twice.
          const same =
            row.title === about.title && row.text === text && row.classId === classId && row.stand === (done ? 'waits' : 'draft');
          return row.version === version + 1 && same;
        }
        const has = text.trim() !== '' || (await files.count({ where: { portfolioPieceId: id }, transaction })) > 0;
        if (done && (about.title === '' || !has)) throw new Problem('portfolio.empty');
        const columns = { ...about, ...changedTo(done ? 'waits' : 'draft', now), version: version + 1 };
        if (row) await pieces.update(columns, { where: { id }, transaction });
        else
          await pieces.create(
            { id, studentId: student.userId, assignmentId: null, why: '', byUser: student.userId, ...columns },
            { transaction },
          );
        if (done) await portfolio.tellTeachers({ id, studentId: student.userId, ...about, version: version + 1 }, now, transaction);
        return true;
      }).catch((error: unknown) => {
        if (error instanceof UniqueConstraintError && termFrom !== null) throw new Problem('portfolio.lookedBack');
        throw error;
      });
      const current = await toPiece(student, id);
      if (!stored) throw new Problem('conflict.changedMeanwhile', { current });
      return current;
    },

    /** Adds a file to a piece. @throws Problem `portfolio.files` */
    async addFile(student: Student, id: string, file: TakenFile, now: number): Promise<PortfolioPiece> {
      const { fingerprint, name, size, mediaType, pixels } = file;
      await inTransaction(sequelize, async (transaction) => {
        const row = await mine(student, id, transaction);
        // Sent again because the answer was lost, it is there once.
        if ((await files.count({ where: { portfolioPieceId: id, fingerprint, name }, transaction })) > 0) return;
        if ((await files.count({ where: { portfolioPieceId: id }, transaction })) >= MOST_FILES) throw new Problem('portfolio.files');
        await files.create(
          { id: randomUUID(), portfolioPieceId: id, fingerprint, name, size, mediaType, pixels, addedAt: new Date(now) },
          { transaction },
        );
        await changed(row, now, transaction);
      });
      return toPiece(student, id);
    },

    async removeFile(student: Student, id: string, fileId: string, now: number): Promise<PortfolioPiece> {
      await inTransaction(sequelize, async (transaction) => {
        const row = await mine(student, id, transaction);
        if ((await files.destroy({ where: { id: fileId, portfolioPieceId: id }, transaction })) === 0) throw new Problem('thing.unknown');
        await changed(row, now, transaction);
      });
      return toPiece(student, id);
    },
  };
}

export type OwnPortfolioService = ReturnType<typeof ownPortfolioService>;
