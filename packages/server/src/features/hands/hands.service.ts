import { isChoice, seesCount, takesHands, type Instant } from '@jolly/core';
import { Op, QueryTypes, UniqueConstraintError, type Sequelize, type Transaction } from 'sequelize';
import type { HandBody, HandCount, MyHands } from '../../contract';
import { fromJson } from '../../db/json-column';
import { rowByKey, rowOf, rowsOf } from '../../db/rows';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import { defineHands, type HandRow } from './hands.model';

/** How often each choice was made, and how many have chosen, of so many. */
export interface Counted {
  byChoice: Map<string, number>;
  chosen: number;
  of: number;
}
/** What is needed of the notice that a show of hands hangs on. */
export interface Asking {
  id: string;
  hands: HandBody | null;
  handsEndedAt: Instant | null;
}

/** What is asked by a notice, and since when it is ended. */
export interface AskedHands {
  body: HandBody;
  endedAt: Instant | null;
}

const toBody = (row: HandRow): HandBody => ({
  choices: fromJson<HandBody['choices']>(row.choices),
  several: Boolean(row.several),
  names: Boolean(row.names),
  countShown: row.countShown,
  endsAt: row.endsAt?.getTime() ?? null,
  mayChange: Boolean(row.mayChange),
  picture: fromJson<HandBody['picture']>(row.picture),
});

/**
 * Shows of hands. Where names are recorded, each student's choice is a row and counts are made from them. Where they are not,
 * two tables know apart that a student has chosen and how often each choice was made, and nothing puts them together.
 */
export function handsService({ sequelize }: { sequelize: Sequelize }) {
  const { hands, votes, marks, counts } = defineHands(sequelize);

  const service = {
    /** What is asked by some notices. */
    async askedBy(noticeIds: readonly string[], transaction?: Transaction): Promise<Map<string, AskedHands>> {
      const rows = await rowsOf(hands, { where: { noticeId: { [Op.in]: [...noticeIds] } }, ...(transaction ? { transaction } : {}) });
      return new Map(rows.map((row) => [row.noticeId, { body: toBody(row), endedAt: row.endedAt?.getTime() ?? null }]));
    },

    /** Stores what is asked, in the transaction of its notice. @throws Problem `hands.begun` if somebody has chosen and it would ask something else */
    async set(noticeId: string, body: HandBody | null, transaction: Transaction): Promise<void> {
      const before = await rowByKey(hands, noticeId, { transaction, lock: true });
      const begun =
        before !== null &&
        ((await votes.count({ where: { noticeId }, transaction })) > 0 || (await marks.count({ where: { noticeId }, transaction })) > 0);
      if (body === null) {
        if (begun) throw new Problem('hands.begun');
        if (before) await hands.destroy({ where: { noticeId }, transaction });
        return;
      }
      const asks = (one: { choices: unknown; several: unknown; names: unknown }) =>
        JSON.stringify([fromJson(one.choices), Boolean(one.several), Boolean(one.names)]);
      if (begun && asks(before) !== asks(body)) throw new Problem('hands.begun');
      const endsAt = body.endsAt === null ? null : new Date(body.endsAt);
      const columns = { ...body, endsAt, version: (before?.version ?? 0) + 1 };
      if (before) await hands.update(columns, { where: { noticeId }, transaction });
      else await hands.create({ noticeId, ...columns, endedAt: null }, { transaction });
      if (body.names || begun) return;
      // Every choice has its row from the beginning, in the order of the choices: none tells when it was first made.
      await counts.destroy({ where: { noticeId }, transaction });
      await counts.bulkCreate(
        body.choices.map((one) => ({ noticeId, choiceId: one.id, n: 0 })),
        { transaction },
      );
    },

    /** Ends it, or lets it go on. */
    async end(noticeId: string, ended: boolean, now: Instant): Promise<void> {
      const [changed] = await hands.update(
        { endedAt: ended ? new Date(now) : null, version: sequelize.literal('version + 1') },
        { where: { noticeId } },
      );
      if (changed === 0) throw new Problem('thing.unknown');
    },

    /** How some shows of hands stand. @param studentsOf whom each is for: of named choices only theirs count */
    async countsOf<T extends Asking>(asked: readonly T[], studentsOf: (one: T) => readonly string[]): Promise<Map<string, Counted>> {
      if (asked.length === 0) return new Map();
      const of = { noticeId: { [Op.in]: asked.map((one) => one.id) } };
      const [named, marked, nameless] = await Promise.all([
        rowsOf(votes, { where: of, attributes: ['noticeId', 'studentId', 'chosen'] }),
        rowsOf(marks, { where: of }),
        rowsOf(counts, { where: of }),
      ]);
      return new Map(
        asked.map((one) => {
          const students = new Set(studentsOf(one));
          const mine = named.filter((row) => row.noticeId === one.id && students.has(row.studentId));
          const all = mine.flatMap((row) => fromJson<string[]>(row.chosen));
          const byChoice = one.hands?.names
            ? new Map(one.hands.choices.map(({ id }) => [id, all.filter((chosen) => chosen === id).length]))
            : new Map(nameless.filter((row) => row.noticeId === one.id).map((row) => [row.choiceId, row.n]));
          const chosen = one.hands?.names ? mine.length : marked.filter((row) => row.noticeId === one.id).length;
          // Who chose without a name and has left since cannot be taken out again.
          return [one.id, { byChoice, chosen, of: Math.max(students.size, chosen) }];
        }),
      );
    },

    toCount: ({ choices, endsAt }: HandBody, endedAt: Instant | null, { byChoice, chosen, of }: Counted, now: Instant): HandCount => ({
      open: takesHands({ endsAt, endedAt }, now),
      chosen,
      of,
      counts: choices.map((one) => byChoice.get(one.id) ?? 0),
    }),

    /** As a student has it: their own choice, and the count where it is shown to them. */
    async toMine(notice: Asking & { hands: HandBody }, counted: Counted, studentId: string, now: Instant): Promise<MyHands> {
      const where = { noticeId: notice.id, studentId };
      const { names, mayChange, countShown } = notice.hands;
      const vote = names ? await rowOf(votes, { where }) : null;
      const has = names ? vote !== null : (await rowOf(marks, { where })) !== null;
      const count = service.toCount(notice.hands, notice.handsEndedAt, counted, now);
      return {
        ...notice.hands,
        ...count,
        mine: vote ? fromJson<string[]>(vote.chosen) : null,
        has,
        mayChange: mayChange && names,
        counts: seesCount(countShown, { has, open: count.open }) ? count.counts : null,
      };
    },

    /**
     * A student chooses. It counts or is refused by one statement that looks at whether hands are still taken, so that a phone
     * that slept, a second press and a second server cannot make it count twice or after its end.
     * @throws Problem `hands.noChoice`, `hands.over`, `hands.chosen` (without names), `hands.stays` (it may not be changed)
     */
    async choose(notice: Asking & { hands: HandBody }, studentId: string, chosen: readonly string[], now: Instant): Promise<void> {
      const { names, mayChange, choices } = notice.hands;
      if (!isChoice(notice.hands, chosen)) throw new Problem('hands.noChoice');
      const inOrder = choices.filter((one) => chosen.includes(one.id)).map((one) => one.id);
      const replacements = { id: notice.id, studentId, chosen: JSON.stringify(inOrder), at: new Date(now), choices: inOrder };
      const open = 'FROM hands WHERE notice_id = :id AND ended_at IS NULL AND (ends_at IS NULL OR ends_at > :at)';
      const run = async (sql: string, transaction: Transaction): Promise<number> =>
        (await sequelize.query(sql, { type: QueryTypes.INSERT, replacements, transaction }))[1];
      await inTransaction(sequelize, async (transaction) => {
        try {
          const stored = names
            ? await run(
                `INSERT INTO hand_votes (notice_id, student_id, chosen, at, version) SELECT notice_id, :studentId, :chosen, :at, 1 ${open}
                 ${mayChange ? 'ON DUPLICATE KEY UPDATE chosen = VALUES(chosen), at = VALUES(at), version = hand_votes.version + 1' : ''}`,
                transaction,
              )
            : await run(`INSERT INTO hand_marks (notice_id, student_id) SELECT notice_id, :studentId ${open}`, transaction);
          if (stored === 0) throw new Problem('hands.over');
        } catch (error) {
          if (!(error instanceof UniqueConstraintError)) throw error;
          // The same choice sent once more, by an impatient thumb or a line that broke, is what is stored already.
          const before = names ? await rowOf(votes, { where: { noticeId: notice.id, studentId }, transaction }) : null;
          if (before && JSON.stringify(fromJson(before.chosen)) === replacements.chosen) return;
          throw new Problem(names ? 'hands.stays' : 'hands.chosen');
        }
        if (!names)
          await sequelize.query('UPDATE hand_counts SET n = n + 1 WHERE notice_id = :id AND choice_id IN (:choices)', {
            replacements,
            transaction,
          });
      });
    },

    /** Who chose what, by student; nothing where names are not recorded. */
    async votesOf(noticeId: string): Promise<Map<string, string[]>> {
      const rows = await rowsOf(votes, { where: { noticeId } });
      return new Map(rows.map((row) => [row.studentId, fromJson<string[]>(row.chosen)]));
    },
  };
  return service;
}

export type HandsService = ReturnType<typeof handsService>;
