import type { Question } from '@jolly/core';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import { rowsOf } from '../../db/rows';
import { visibleTo } from './shelf-access';
import { defineShelf } from './shelf.model';

/** Questions of a quiz; null: what is stored is no quiz. */
type Asked = { questions: readonly Question[] } | null;
const originsOf = (quiz: Asked): string[] => [...new Set((quiz?.questions ?? []).flatMap((one) => one.storeId ?? []))];

/**
 * Notes which kept questions a brief has copies of, in the transaction that stores it, so that the question store can say
 * where each was asked. What is no longer kept is passed over. A question that was kept from this quiz stays noted as long as
 * the quiz has it.
 */
export async function noteQuestionUses(sequelize: Sequelize, briefId: string, quiz: Asked, transaction: Transaction): Promise<void> {
  const { items, uses } = defineShelf(sequelize);
  const questions = quiz?.questions ?? [];
  await uses.destroy({ where: { briefId, questionId: { [Op.notIn]: questions.map((one) => one.id) } }, transaction });
  const origins = originsOf(quiz);
  if (origins.length === 0) return;
  const kept = await rowsOf(items, { attributes: ['id'], where: { id: { [Op.in]: origins }, kind: 'question' }, transaction });
  const known = new Set(kept.map((row) => row.id));
  await uses.bulkCreate(
    questions.flatMap(({ id, storeId }) => (storeId !== null && known.has(storeId) ? [{ itemId: storeId, briefId, questionId: id }] : [])),
    { ignoreDuplicates: true, transaction },
  );
}

/** The kept questions that a quiz has copies of and that this teacher may see: what pictures of theirs may be used by. */
export async function keptQuestionsSeen(sequelize: Sequelize, userId: string, quiz: Asked): Promise<string[]> {
  const origins = originsOf(quiz);
  if (origins.length === 0) return [];
  const rows = await rowsOf(defineShelf(sequelize).items, {
    attributes: ['id'],
    where: { id: { [Op.in]: origins }, kind: 'question', [Op.and]: [visibleTo(sequelize, userId)] },
  });
  return rows.map((row) => row.id);
}
