import { Op, type Sequelize, type Transaction } from 'sequelize';
import { rowsOf } from '../../db/rows';
import { noteChange } from '../../db/class-changes';
import type { Chosen } from '../../contract';
import { fromJson } from '../../db/json-column';

import { defineMarking } from './marking.model';
import type { Rescaled, SecondRecord } from '../pieces/records';

/** Second scores as they are stored. From whom the first is kept: pieces/sight.ts. */
export function secondScoresService({ sequelize }: { sequelize: Sequelize }) {
  const { seconds } = defineMarking(sequelize);
  return {
    /** By student. */
    async of(assignmentId: string): Promise<Map<string, SecondRecord>> {
      const rows = await rowsOf(seconds, { where: { assignmentId } });
      return new Map(
        rows.map((row) => [
          row.studentId,
          {
            by: row.byUser,
            at: row.at.getTime(),
            earned: row.earnedMilli,
            chosen: row.chosen == null ? null : fromJson<Chosen>(row.chosen),
            remark: row.remark,
            agreedAt: row.agreedAt?.getTime() ?? null,
          },
        ]),
      );
    },

    async put(
      assignmentId: string,
      studentId: string,
      { by, at, earned, chosen, remark }: Omit<SecondRecord, 'agreedAt'>,
      transaction: Transaction,
    ): Promise<void> {
      noteChange(transaction, { cellsOf: [assignmentId] });
      await seconds.upsert(
        { assignmentId, studentId, byUser: by, at: new Date(at), earnedMilli: earned, chosen, remark, agreedAt: null },
        { transaction },
      );
    },

    async agree(at: { assignmentId: string; studentId: string }, now: number, transaction: Transaction): Promise<void> {
      noteChange(transaction, { cellsOf: [at.assignmentId] });
      await seconds.update({ agreedAt: new Date(now) }, { where: at, transaction });
    },

    /** Counts second scores anew, as the first ones are when the points change. */
    async rescale(assignmentIds: readonly string[], rescaled: Rescaled, transaction: Transaction): Promise<void> {
      const rows = await rowsOf(seconds, {
        where: { assignmentId: { [Op.in]: [...assignmentIds] } },
        lock: true,
        transaction,
      });
      for (const row of rows) {
        const chosen = row.chosen == null ? null : fromJson<Chosen>(row.chosen);
        const { earned } = rescaled({ earned: row.earnedMilli, chosen, adjust: null, rounds: [] });
        await seconds.update({ earnedMilli: earned }, { where: { assignmentId: row.assignmentId, studentId: row.studentId }, transaction });
      }
    },
  };
}

export type SecondScoresService = ReturnType<typeof secondScoresService>;
