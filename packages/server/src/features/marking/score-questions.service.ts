import { randomUUID } from 'node:crypto';
import { Op, QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { rowsOf } from '../../db/rows';
import type { ScoreQuestion } from '../../contract';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import { defineMarking, type ScoreQuestionRow } from './marking.model';

const MOST_LISTED = 200;

/** What students ask about a score that was returned, kept with the piece. */
export function scoreQuestionsService({ sequelize, accounts }: { sequelize: Sequelize; accounts: AccountsService }) {
  const { scoreQuestions } = defineMarking(sequelize);
  const toReply = (row: ScoreQuestionRow, by: string): ScoreQuestion => ({
    id: row.id,
    at: row.at.getTime(),
    text: row.text,
    answer: row.answer,
    answeredAt: row.answeredAt?.getTime() ?? null,
    answeredBy: by,
  });
  return {
    /** Newest first. */
    async ofPiece(pieceId: string): Promise<ScoreQuestion[]> {
      const rows = await rowsOf(scoreQuestions, {
        where: { pieceId },
        order: [['at', 'DESC']],
        limit: MOST_LISTED,
      });
      const people = await accounts.people(rows.flatMap((row) => row.answeredBy ?? []));
      return rows.map((row) => toReply(row, row.answeredBy && people.get(row.answeredBy) ? fullName(people.get(row.answeredBy)!) : ''));
    },

    /** Those that wait for an answer on these assignments, oldest first. */
    async waitingOn(assignmentIds: readonly string[]): Promise<(ScoreQuestion & { assignmentId: string; studentId: string })[]> {
      if (assignmentIds.length === 0) return [];
      const rows = await sequelize.query<{ id: string; at: Date; text: string; assignmentId: string; studentId: string }>(
        `SELECT q.id, q.at, q.text, p.assignment_id AS assignmentId, p.student_id AS studentId FROM score_questions q JOIN pieces p ON p.id = q.piece_id
         WHERE p.assignment_id IN (:ids) AND q.answered_at IS NULL ORDER BY q.at LIMIT ${MOST_LISTED}`,
        { type: QueryTypes.SELECT, replacements: { ids: [...assignmentIds] } },
      );
      return rows.map(({ id, at, text, assignmentId, studentId }) => ({
        id,
        at: at.getTime(),
        text,
        answer: null,
        answeredAt: null,
        answeredBy: '',
        assignmentId,
        studentId,
      }));
    },

    /** @throws Problem `question.notNow` while one waits */
    async ask(pieceId: string, text: string, byUser: string, now: number, transaction: Transaction): Promise<string> {
      if ((await scoreQuestions.count({ where: { pieceId, answeredAt: null }, transaction })) > 0) throw new Problem('question.notNow');
      const id = randomUUID();
      await scoreQuestions.create(
        { id, pieceId, byUser, at: new Date(now), text, answer: null, answeredAt: null, answeredBy: null },
        { transaction },
      );
      return id;
    },

    /** @throws Problem `question.answered` if somebody has answered it, `thing.unknown` for one of another piece */
    async answer(pieceId: string, id: string, answer: string, byUser: string, now: number, transaction: Transaction): Promise<void> {
      const [changed] = await scoreQuestions.update(
        { answer, answeredAt: new Date(now), answeredBy: byUser },
        { where: { id, pieceId, answeredAt: { [Op.is]: null } }, transaction },
      );
      if (changed > 0) return;
      throw new Problem((await scoreQuestions.count({ where: { id, pieceId }, transaction })) > 0 ? 'question.answered' : 'thing.unknown');
    },
  };
}

export type ScoreQuestionsService = ReturnType<typeof scoreQuestionsService>;
