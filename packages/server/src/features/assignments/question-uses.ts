import type { Quiz } from '@jolly/core';
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';

/**
 * Notes which kept questions a brief has copies of, in the transaction that stores it, so that the question store can say
 * where each was asked. What is no longer kept is passed over.
 */
export async function noteQuestionUses(sequelize: Sequelize, briefId: string, quiz: Quiz | null, transaction: Transaction): Promise<void> {
  const ids = [...new Set((quiz?.questions ?? []).flatMap((one) => one.storeId ?? []))];
  await sequelize.query('DELETE FROM kept_question_uses WHERE brief_id = :briefId', { replacements: { briefId }, transaction });
  if (ids.length === 0) return;
  await sequelize.query(
    `INSERT INTO kept_question_uses (item_id, brief_id) SELECT id, :briefId FROM shelf_items WHERE id IN (:ids) AND kind = 'question'`,
    { type: QueryTypes.INSERT, replacements: { briefId, ids }, transaction },
  );
}

/** The kept questions among these that this teacher may see: what pictures of theirs may be used by. */
export async function keptQuestionsSeen(sequelize: Sequelize, userId: string, quiz: Quiz | null): Promise<string[]> {
  const ids = [...new Set((quiz?.questions ?? []).flatMap((one) => one.storeId ?? []))];
  if (ids.length === 0) return [];
  const rows = await sequelize.query<{ id: string }>(
    `SELECT i.id FROM shelf_items i LEFT JOIN shelf_shares s ON s.item_id = i.id AND s.teacher_id = :userId
     WHERE i.id IN (:ids) AND (i.owner_id = :userId OR s.teacher_id IS NOT NULL)`,
    { type: QueryTypes.SELECT, replacements: { ids, userId } },
  );
  return rows.map((row) => row.id);
}
