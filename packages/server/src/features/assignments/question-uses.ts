import type { Quiz } from '@jolly/core';
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';

/**
 * Notes which kept questions a brief has copies of, in the transaction that stores it, so that the question store can say
 * where each was asked. What is no longer kept is passed over. A question that was kept from this quiz stays noted as long as
 * the quiz has it.
 */
export async function noteQuestionUses(sequelize: Sequelize, briefId: string, quiz: Quiz | null, transaction: Transaction): Promise<void> {
  const questions = quiz?.questions ?? [];
  const tx = { transaction };
  await sequelize.query('DELETE FROM kept_question_uses WHERE brief_id = :briefId AND question_id NOT IN (:ids)', {
    replacements: { briefId, ids: ['', ...questions.map((one) => one.id)] },
    ...tx,
  });
  for (const { id, storeId } of questions)
    if (storeId !== null)
      await sequelize.query(
        `INSERT IGNORE INTO kept_question_uses (item_id, brief_id, question_id)
         SELECT id, :briefId, :id FROM shelf_items WHERE id = :storeId AND kind = 'question'`,
        { type: QueryTypes.INSERT, replacements: { briefId, id, storeId }, ...tx },
      );
}

/** The kept questions that a quiz has copies of and that this teacher may see: what pictures of theirs may be used by. */
export async function keptQuestionsSeen(sequelize: Sequelize, userId: string, quiz: Pick<Quiz, 'questions'> | null): Promise<string[]> {
  const ids = [...new Set((quiz?.questions ?? []).flatMap((one) => one.storeId ?? []))];
  if (ids.length === 0) return [];
  const rows = await sequelize.query<{ id: string }>(
    `SELECT i.id FROM shelf_items i LEFT JOIN shelf_shares s ON s.item_id = i.id AND s.teacher_id = :userId
     WHERE i.id IN (:ids) AND (i.owner_id = :userId OR s.teacher_id IS NOT NULL)`,
    { type: QueryTypes.SELECT, replacements: { ids, userId } },
  );
  return rows.map((row) => row.id);
}
