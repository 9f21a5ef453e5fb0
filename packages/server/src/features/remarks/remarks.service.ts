import type { Actor } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { rowOf, rowsOf } from '../../db/rows';
import type { RemarkChange, RemarkRequest, SavedRemark } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import { defineRemarks, type SavedRemarkRow } from './remarks.model';

type Teacher = Actor & { userId: string };
const MOST_REMARKS = 2000;

/** Remarks that a teacher keeps for use again, and those that colleagues share. */
export function remarksService({ sequelize, accounts }: { sequelize: Sequelize; accounts: AccountsService }) {
  const { remarks, uses } = defineRemarks(sequelize);
  /** One's own, and what colleagues share: a server is one school. */
  const mineOrShared = ({ userId }: Teacher) => ({ [Op.or]: [{ ownerId: userId }, { shared: true }] });

  async function toReplies(teacher: Teacher, rows: readonly SavedRemarkRow[]): Promise<SavedRemark[]> {
    const ids = rows.map((row) => row.id);
    const [people, used] = await Promise.all([
      accounts.people([...new Set(rows.map((row) => row.ownerId))]),
      ids.length === 0
        ? []
        : sequelize.query<{ id: string; n: number }>(
            'SELECT remark_id AS id, COUNT(*) AS n FROM remark_uses WHERE remark_id IN (:ids) GROUP BY remark_id',
            {
              type: QueryTypes.SELECT,
              replacements: { ids },
            },
          ),
    ]);
    const usesOf = new Map(used.map((one) => [one.id, Number(one.n)]));
    return rows.map(({ id, ownerId, text, folder, aim, criterion, shared, version }) => {
      const owner = people.get(ownerId);
      return {
        id,
        text,
        folder,
        aim,
        criterion,
        shared: Boolean(shared),
        own: ownerId === teacher.userId,
        owner: owner ? fullName(owner) : '',
        uses: usesOf.get(id) ?? 0,
        version,
      };
    });
  }

  async function one(teacher: Teacher, id: string): Promise<SavedRemark> {
    const row = await rowOf(remarks, { where: { id, ownerId: teacher.userId } });
    if (!row) throw new Problem('thing.unknown');
    return (await toReplies(teacher, [row]))[0]!;
  }

  return {
    /** All that this teacher may use, by folder, in the order in which they were kept. */
    async list(teacher: Teacher): Promise<SavedRemark[]> {
      const rows = await rowsOf(remarks, {
        where: mineOrShared(teacher),
        order: [
          ['folder', 'ASC'],
          ['keptAt', 'ASC'],
          ['id', 'ASC'],
        ],
        limit: MOST_REMARKS,
      });
      return toReplies(teacher, rows);
    },

    /** Keeps a remark; the same words kept again are the same remark. */
    async keep(teacher: Teacher, request: RemarkRequest, now: number): Promise<SavedRemark> {
      const same = await rowOf(remarks, {
        where: { ownerId: teacher.userId, text: request.text },
      });
      if (same) return (await toReplies(teacher, [same]))[0]!;
      if ((await remarks.count({ where: { ownerId: teacher.userId } })) >= MOST_REMARKS) throw new Problem('remark.tooMany');
      const row: SavedRemarkRow = { id: randomUUID(), ownerId: teacher.userId, ...request, keptAt: new Date(now), version: 1 };
      await remarks.create(row);
      return (await toReplies(teacher, [row]))[0]!;
    },

    /** Changes one's own. Where it was used before, it stays as it was. */
    async change(teacher: Teacher, id: string, { version, ...change }: RemarkChange): Promise<SavedRemark> {
      const current = await one(teacher, id);
      const [changed] = await remarks.update({ ...change, version: version + 1 }, { where: { id, ownerId: teacher.userId, version } });
      if (changed === 0) throw new Problem('conflict.changedMeanwhile', { current });
      return one(teacher, id);
    },

    async remove(teacher: Teacher, id: string): Promise<void> {
      await one(teacher, id);
      await inTransaction(sequelize, async (transaction) => {
        await uses.destroy({ where: { remarkId: id }, transaction });
        await remarks.destroy({ where: { id, ownerId: teacher.userId }, transaction });
      });
    },

    /** Notes that these remarks were used on a piece, each once. Those that are gone meanwhile are passed over. */
    async used(teacher: Teacher, ids: readonly string[], pieceId: string, now: number, transaction: Transaction): Promise<void> {
      if (ids.length === 0) return;
      const rows = await rowsOf(remarks, {
        attributes: ['id'],
        where: { id: { [Op.in]: [...ids] }, ...mineOrShared(teacher) },
        transaction,
      });
      await uses.bulkCreate(
        rows.map((row) => ({ remarkId: row.id, pieceId, at: new Date(now), byUser: teacher.userId })),
        { ignoreDuplicates: true, transaction },
      );
    },

    /** The remarks used most on these pieces, the most used first. */
    async commonestOn(pieceIds: readonly string[], most: number): Promise<{ text: string; uses: number }[]> {
      if (pieceIds.length === 0) return [];
      const rows = await sequelize.query<{ text: string; n: number }>(
        `SELECT r.text, COUNT(*) AS n FROM remark_uses u JOIN saved_remarks r ON r.id = u.remark_id WHERE u.piece_id IN (:ids)
         GROUP BY r.id, r.text ORDER BY n DESC, r.text LIMIT ${most}`,
        { type: QueryTypes.SELECT, replacements: { ids: [...pieceIds] } },
      );
      return rows.map((row) => ({ text: row.text, uses: Number(row.n) }));
    },
  };
}

export type RemarksService = ReturnType<typeof remarksService>;
