import {
  countsAt,
  drawnQuestions,
  keyOf,
  quizScore,
  standingAnswers,
  trySeed,
  type Answer,
  type Corrections,
  type CountedRight,
  type GivenAnswer,
  type Instant,
  type LeftOut,
  type MilliPoints,
  type Question,
  type Quiz,
  type QuizScore,
  type RubricChoices,
} from '@jolly/core';
import { createHash, randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import type { Correction, CorrectionAct, TryAnswers } from '../../contract';
import { batches } from '../../db/batches';
import { fromJson } from '../../db/json-column';
import { rowByKey, rowOf, rowsOf } from '../../db/rows';
import { defineQuizzes, type AnswerRow, type CorrectionRow, type EditionRow, type MarkRow, type TryRow } from './quizzes.model';

/** The questions of a quiz as somebody went through them. */
export type Edition = Pick<Quiz, 'sets' | 'questions'> & { id: string };

/** What a teacher gave for one answer. */
export interface MarkRecord {
  points: MilliPoints | null;
  choices: RubricChoices | null;
  remark: string;
  by: string;
  version: number;
}

/** One try whole: what was asked, what was answered and what was given for it. */
export interface TryRecord {
  row: TryRow;
  edition: Edition;
  answers: TryAnswers;
  /** by question, of those that count */
  counted: Record<string, Answer>;
  marks: ReadonlyMap<string, MarkRecord>;
}

/** Many editions are the same for a whole class; as many as a school uses in a day are kept. */
const MOST_EDITIONS = 200;

/** Answers that count, and how many came too late: by the end of the try while it runs, else by what was noted when it ended. */
export function countedAnswers(
  rows: readonly AnswerRow[],
  { countsUntil, lateCounts }: Pick<TryRow, 'countsUntil' | 'lateCounts'>,
  end: Instant | null,
): TryAnswers {
  const counts = ({ receivedAt }: AnswerRow) =>
    lateCounts || (countsUntil === null ? countsAt(receivedAt.getTime(), end) : receivedAt.getTime() <= countsUntil.getTime());
  const given = rows.filter(counts).map(({ id, questionId, answer, insteadOf }): GivenAnswer => ({
    id,
    questionId,
    answer: fromJson<{ given: Answer }>(answer).given,
    insteadOf,
  }));
  const { stands, beside } = standingAnswers(given);
  const bare = ({ id, answer }: GivenAnswer) => ({ id, answer });
  return {
    stands: Object.fromEntries([...stands].map(([questionId, one]) => [questionId, bare(one)])),
    beside: Object.fromEntries([...beside].map(([questionId, all]) => [questionId, all.map(bare)])),
    late: rows.length - given.length,
  };
}

/** What the draws and orders of a try follow from: what it was brought in with, else its quiz, student and number. */
export const seedOf = ({ seed, studentId, number }: TryRecord['row'], briefId: string): string =>
  seed ?? trySeed(briefId, studentId, number);

/** The questions a try got, in its order. */
export function questionsOf({ row, edition }: Pick<TryRecord, 'row' | 'edition'>, briefId: string, run: Quiz['run']): Question[] {
  const seed = seedOf(row, briefId);
  const ids = drawnQuestions({ seed, questions: edition.questions, sets: edition.sets, ownOrder: run.ownOrder, mixSets: run.mixSets });
  const byId = new Map(edition.questions.map((one) => [one.id, one]));
  return ids.map((id) => byId.get(id)!);
}

/** What a try comes to, by its keys, what the teacher gave and what was settled afterwards. */
export function scoreOf(
  one: Pick<TryRecord, 'row' | 'edition' | 'counted' | 'marks'>,
  briefId: string,
  run: Quiz['run'],
  corrections: Corrections,
): QuizScore {
  const scores: Record<string, MilliPoints> = {};
  for (const [questionId, mark] of one.marks) if (mark.points !== null) scores[questionId] = mark.points;
  return quizScore({
    questions: questionsOf(one, briefId, run).map((question) => ({ id: question.id, points: question.points, key: keyOf(question) })),
    answers: one.counted,
    scores,
    corrections,
  });
}

/** Corrections as the core takes them. */
export function toCorrections(rows: readonly CorrectionRow[]): Corrections {
  const alsoRight: Record<string, CountedRight[]> = {};
  const leftOut: Record<string, LeftOut> = {};
  for (const { questionId, correction } of rows) {
    const one = fromJson<Correction>(correction);
    if (one.kind === 'leaveOut') leftOut[questionId] = one.how;
    else alsoRight[questionId] = [...(alsoRight[questionId] ?? []), one.right];
  }
  return { alsoRight, leftOut };
}

const tx = (transaction: Transaction | undefined) => (transaction ? { transaction } : {});

/** Reading and appending what students go through. Who may is asked by who calls. */
export function quizRecords(sequelize: Sequelize) {
  const { editions, tries, answers, marks, corrections } = defineQuizzes(sequelize);
  const known = new Map<string, Edition>();

  function keep(row: EditionRow): Edition {
    const edition = { id: row.id, ...fromJson<Pick<Quiz, 'sets' | 'questions'>>(row.questions) };
    known.delete(row.id);
    known.set(row.id, edition);
    if (known.size > MOST_EDITIONS) known.delete(known.keys().next().value!);
    return edition;
  }

  const records = {
    /** The edition of these questions, made if nobody has gone through them yet. */
    async editionOf(
      briefId: string,
      { sets, questions }: Pick<Quiz, 'sets' | 'questions'>,
      now: number,
      transaction: Transaction,
    ): Promise<Edition> {
      const fingerprint = createHash('sha256').update(JSON.stringify({ sets, questions })).digest('hex');
      // Many begin at once: whoever comes second finds the row of the first.
      await editions.bulkCreate([{ id: randomUUID(), briefId, fingerprint, questions: { sets, questions }, madeAt: new Date(now) }], {
        ignoreDuplicates: true,
        transaction,
      });
      return keep((await rowOf(editions, { where: { briefId, fingerprint }, transaction }))!);
    },

    async edition(id: string, transaction?: Transaction): Promise<Edition> {
      return known.get(id) ?? keep((await rowByKey(editions, id, tx(transaction)))!);
    },

    async editions(ids: readonly string[], transaction?: Transaction): Promise<Map<string, Edition>> {
      const missing = [...new Set(ids)].filter((id) => !known.has(id));
      const rows = missing.length === 0 ? [] : await rowsOf(editions, { where: { id: { [Op.in]: missing } }, ...tx(transaction) });
      const found = new Map(rows.map((row) => [row.id, keep(row)]));
      return new Map(ids.map((id) => [id, found.get(id) ?? known.get(id)!]));
    },

    /** The tries of some students, of all if none are named, in their order. */
    async tries(assignmentIds: readonly string[], studentIds?: readonly string[], transaction?: Transaction): Promise<TryRow[]> {
      if (assignmentIds.length === 0) return [];
      return rowsOf(tries, {
        where: { assignmentId: { [Op.in]: [...assignmentIds] }, ...(studentIds ? { studentId: { [Op.in]: [...studentIds] } } : {}) },
        order: [
          ['assignmentId', 'ASC'],
          ['studentId', 'ASC'],
          ['number', 'ASC'],
        ],
        ...tx(transaction),
      });
    },

    /** One try, locked: until the transaction ends nobody ends it or answers in it. */
    async lockTry(where: { assignmentId: string; studentId: string; number: number }, transaction: Transaction): Promise<TryRow | null> {
      return rowOf(tries, { where, lock: true, transaction });
    },

    async tryById(id: string, transaction?: Transaction): Promise<TryRow | null> {
      return rowByKey(tries, id, tx(transaction));
    },

    async answersOf(tryIds: readonly string[], transaction?: Transaction): Promise<Map<string, AnswerRow[]>> {
      const found = new Map<string, AnswerRow[]>();
      for (const ids of batches(tryIds)) {
        const rows = await rowsOf(answers, {
          where: { tryId: { [Op.in]: ids } },
          order: [
            ['tryId', 'ASC'],
            ['nth', 'ASC'],
            ['id', 'ASC'],
          ],
          ...tx(transaction),
        });
        for (const row of rows) {
          const list = found.get(row.tryId);
          if (list) list.push(row);
          else found.set(row.tryId, [row]);
        }
      }
      return found;
    },

    async marksOf(tryIds: readonly string[], transaction?: Transaction): Promise<Map<string, Map<string, MarkRecord>>> {
      const found = new Map<string, Map<string, MarkRecord>>();
      for (const ids of batches(tryIds)) {
        const rows = await rowsOf(marks, { where: { tryId: { [Op.in]: ids } }, ...tx(transaction) });
        for (const row of rows)
          found.set(row.tryId, (found.get(row.tryId) ?? new Map<string, MarkRecord>()).set(row.questionId, toMark(row)));
      }
      return found;
    },

    /** Tries whole, in the order of their rows. */
    async whole(rows: readonly TryRow[], endOf: (row: TryRow) => Instant | null, transaction?: Transaction): Promise<TryRecord[]> {
      const ids = rows.map((row) => row.id);
      const [given, marked, asked] = [
        await records.answersOf(ids, transaction),
        await records.marksOf(ids, transaction),
        await records.editions(
          rows.map((row) => row.editionId),
          transaction,
        ),
      ];
      return rows.map((row) => {
        const found = countedAnswers(given.get(row.id) ?? [], row, endOf(row));
        const counted = Object.fromEntries(Object.entries(found.stands).map(([questionId, { answer }]) => [questionId, answer]));
        return {
          row,
          edition: asked.get(row.editionId)!,
          answers: found,
          counted,
          marks: marked.get(row.id) ?? new Map<string, MarkRecord>(),
        };
      });
    },

    /**
     * Reads corrections so that none can be settled until the transaction ends, or with `alone` waits until nobody reads them so:
     * an answer that is scored while something is counted as right is scored with it or scored again.
     */
    async holdCorrections(assignmentIds: readonly string[], transaction: Transaction, { alone = false } = {}): Promise<void> {
      await sequelize.query(`SELECT id FROM assignments WHERE id IN (:ids) ORDER BY id ${alone ? 'FOR UPDATE' : 'LOCK IN SHARE MODE'}`, {
        replacements: { ids: [...assignmentIds] },
        transaction,
      });
    },

    /** What holds of corrections, in the order in which they were made. */
    async corrections(assignmentIds: readonly string[], transaction?: Transaction): Promise<Map<string, CorrectionRow[]>> {
      const rows =
        assignmentIds.length === 0
          ? []
          : await rowsOf(corrections, {
              where: { assignmentId: { [Op.in]: [...assignmentIds] }, undoneAt: null },
              order: [
                ['at', 'ASC'],
                ['id', 'ASC'],
              ],
              ...tx(transaction),
            });
      const found = new Map<string, CorrectionRow[]>();
      for (const row of rows) found.set(row.assignmentId, [...(found.get(row.assignmentId) ?? []), row]);
      return found;
    },
  };
  return { ...records, tables: { tries, answers, marks, corrections } };
}

const toMark = ({ pointsMilli, choices, remark, byUser, version }: MarkRow): MarkRecord => ({
  points: pointsMilli,
  choices: choices == null ? null : fromJson<RubricChoices>(choices),
  remark,
  by: byUser,
  version,
});

export const toAct = ({ actId, questionId, correction, at }: CorrectionRow, by: string): CorrectionAct => ({
  id: actId,
  questionId,
  correction: fromJson<Correction>(correction),
  by,
  at: at.getTime(),
});

export type QuizRecords = ReturnType<typeof quizRecords>;
