import { questionContent, type Actor, type Instant, type Question } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction, type WhereOptions } from 'sequelize';
import type {
  KeepQuestions,
  KeptQuestion,
  KeptQuestions,
  QuestionSearch,
  QuestionsChange,
  QuestionStoreReply,
  QuestionUse,
  QuestionUsesReply,
  ShelfBody,
} from '../../contract';
import { fromJson } from '../../db/json-column';
import { rowOf, rowsOf } from '../../db/rows';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { BriefsService } from '../assignments/briefs.service';
import type { ClassesService } from '../classes/classes.service';
import type { KeptFilesService } from '../kept/kept-files.service';
import type { OutcomeService } from '../quizzes/outcome.service';
import { visibleTo } from './shelf-access';
import { filesOfBody, toColumns } from './shelf-columns';
import { defineShelf, type ShelfItemRow } from './shelf.model';
import type { ShelfService } from './shelf.service';

type Teacher = Actor & { userId: string };
const A_PAGE = 40;
const MOST_NAMED = 100;
const MOST_KEPT = 5000;
const MOST_USES = 40;
const MOST_TAGS = 20;

interface Collaborators {
  sequelize: Sequelize;
  classes: ClassesService;
  assignments: AssignmentsService;
  briefs: BriefsService;
  keptFiles: KeptFilesService;
  shelf: ShelfService;
  quizOutcome: OutcomeService;
}

const questionOf = (row: ShelfItemRow): Question => {
  const body = fromJson<ShelfBody>(row.body);
  if (body.kind !== 'question') throw new Problem('thing.unknown');
  return body.question;
};

/** How many have each name, the most first. */
function counted(lists: readonly (readonly string[])[]): { name: string; count: number }[] {
  const counts = new Map<string, number>();
  for (const list of lists) for (const name of list) counts.set(name, (counts.get(name) ?? 0) + 1);
  return [...counts].map(([name, count]) => ({ name, count })).sort((a, b) => b.count - a.count || (a.name < b.name ? -1 : 1));
}

/**
 * The question store: questions kept for use again, found by words, tags and aims, shared with chosen colleagues. They lie on
 * the shelf; a quiz gets a copy, which remembers where it comes from, so that the store can say where it was asked and how it did.
 */
export function questionStoreService({ sequelize, classes, assignments, briefs, keptFiles, shelf, quizOutcome }: Collaborators) {
  const { items, shares, uses } = defineShelf(sequelize);

  const holds = (column: string, name: string) =>
    sequelize.where(sequelize.fn('JSON_CONTAINS', sequelize.col(column), JSON.stringify(name)), 1);
  function narrowed({ text, tag, aim, kind, ids }: QuestionSearch): WhereOptions<ShelfItemRow>[] {
    const words = (text ?? '').split(/\s+/).filter(Boolean);
    return [
      ...words.map((word) => ({ words: { [Op.like]: `%${word.replace(/[\\%_]/g, '\\$&')}%` } })),
      ...(tag === undefined ? [] : [holds('tags', tag)]),
      ...(aim === undefined ? [] : [holds('aims', aim)]),
      ...(kind === undefined ? [] : [{ questionKind: kind }]),
      ...(ids === undefined ? [] : [{ id: { [Op.in]: ids.split(',') } }]),
    ];
  }

  async function toKept(teacher: Teacher, rows: readonly ShelfItemRow[]): Promise<KeptQuestion[]> {
    return (await shelf.described(teacher, rows)).map(({ id, tags, own, owner, sharedWith, keptAt, changedAt, used, version }, index) => ({
      id,
      tags,
      own,
      owner,
      sharedWith,
      keptAt,
      changedAt,
      used,
      version,
      question: questionOf(rows[index]!),
    }));
  }

  /** @throws Problem `questions.tooManyTags` */
  async function addTags(rows: readonly ShelfItemRow[], added: readonly string[], now: Instant, transaction: Transaction): Promise<void> {
    for (const row of rows) {
      const before = fromJson<string[]>(row.tags);
      const tags = [...new Set([...before, ...added])];
      if (tags.length > MOST_TAGS) throw new Problem('questions.tooManyTags');
      if (tags.length === before.length) continue;
      const body = fromJson<ShelfBody>(row.body);
      await items.update(
        { ...toColumns({ title: row.title, folder: row.folder, tags, body }), changedAt: new Date(now), version: row.version + 1 },
        { where: { id: row.id }, transaction },
      );
    }
  }
  async function share(itemIds: readonly string[], teacherIds: readonly string[], transaction: Transaction): Promise<void> {
    await shares.bulkCreate(
      itemIds.flatMap((itemId) => teacherIds.map((teacherId) => ({ itemId, teacherId }))),
      { ignoreDuplicates: true, transaction },
    );
  }

  async function find(teacher: Teacher, itemId: string): Promise<ShelfItemRow> {
    const row = await rowOf(items, { where: { id: itemId, kind: 'question', [Op.and]: [visibleTo(sequelize, teacher.userId)] } });
    if (!row) throw new Problem('thing.unknown');
    return row;
  }

  /** Colleagues only: whoever is named by an id of somebody else does not exist here. */
  async function refuseStrangers(teacher: Teacher, ids: readonly string[]): Promise<void> {
    const known = new Set((await shelf.colleaguesOf(teacher)).map((one) => one.id));
    if (ids.some((id) => !known.has(id))) throw new Problem('thing.unknown');
  }

  /** What became of a kept question in the classes of this teacher, the latest first. */
  async function usesOf(teacher: Teacher, itemId: string, question: Question, now: Instant): Promise<QuestionUsesReply> {
    const rows = await rowsOf(uses, { where: { itemId } });
    const briefIds = [...new Set(rows.map((row) => row.briefId))];
    const taught = new Set(await classes.taughtBy(teacher.userId, { away: true }));
    const set = (await assignments.ofBriefs(briefIds)).filter((one) => taught.has(one.classId));
    const label = new Map((await classes.load([...new Set(set.map((one) => one.classId))])).map((one) => [one.id, one.label]));
    const latest = [...set].sort((a, b) => (b.due ?? b.issuedAt ?? 0) - (a.due ?? a.issuedAt ?? 0)).slice(0, MOST_USES);
    const content = questionContent(question);
    const found: QuestionUse[] = [];
    // One after the other: each looks at all tries of a class.
    for (const { id, briefId, title, classId, due } of latest) {
      const outcome = await quizOutcome.look(teacher, id, now);
      const here = new Set(rows.filter((row) => row.briefId === briefId).map((row) => row.questionId));
      for (const one of outcome.questions.filter((other) => here.has(other.question.id)))
        found.push({
          assignmentId: id,
          title,
          className: label.get(classId) ?? '',
          due,
          changed: questionContent(one.question) !== content,
          n: one.n,
          difficulty: one.difficulty,
          discrimination: one.discrimination,
        });
    }
    return { uses: found, elsewhere: briefIds.filter((id) => !set.some((one) => one.briefId === id)).length };
  }

  return {
    /** Kept questions by what is looked for, those changed last first; with what there is to narrow by. */
    async search(teacher: Teacher, asked: QuestionSearch): Promise<QuestionStoreReply> {
      const all: WhereOptions<ShelfItemRow> = { kind: 'question', [Op.and]: [visibleTo(sequelize, teacher.userId)] };
      const where = { kind: 'question', [Op.and]: [visibleTo(sequelize, teacher.userId, asked.whose), ...narrowed(asked)] };
      const [labels, total] = await Promise.all([
        rowsOf(items, { attributes: ['tags', 'aims'], where: all, limit: MOST_KEPT }),
        items.count({ where }),
      ]);
      const most = asked.ids === undefined ? A_PAGE : MOST_NAMED;
      const pages = Math.max(1, Math.ceil(total / most));
      const page = Math.min(asked.page ?? 1, pages);
      const rows = await rowsOf(items, {
        where,
        order: [
          ['changedAt', 'DESC'],
          ['id', 'ASC'],
        ],
        limit: most,
        offset: (page - 1) * most,
      });
      return {
        found: await toKept(teacher, rows),
        total,
        kept: labels.length,
        page,
        pages,
        tags: counted(labels.map((row) => fromJson<string[]>(row.tags))),
        aims: counted(labels.map((row) => fromJson<string[] | null>(row.aims) ?? [])),
        colleagues: await shelf.colleaguesOf(teacher),
      };
    },

    /** What kept questions with these words ask, those changed last first. */
    async titles(teacher: Teacher, text: string, most: number): Promise<{ id: string; title: string; tags: string[] }[]> {
      const rows = await rowsOf(items, {
        attributes: ['id', 'title', 'tags'],
        where: { kind: 'question', [Op.and]: [visibleTo(sequelize, teacher.userId), ...narrowed({ text })] },
        order: [
          ['changedAt', 'DESC'],
          ['id', 'ASC'],
        ],
        limit: most,
      });
      return rows.map(({ id, title, tags }) => ({ id, title, tags: fromJson<string[]>(tags) }));
    },

    /**
     * Keeps questions, all or none. One whose words and key are kept already by this teacher is not kept twice; it gets the tags
     * and colleagues that were asked for.
     * @throws Problem `file.notYours` for a picture or a recording of somebody else that `from` does not show
     */
    async keep(teacher: Teacher, { questions, tags, sharedWith, from }: KeepQuestions, now: Instant): Promise<KeptQuestions> {
      if (from !== null) await briefs.forTeacher(teacher, 'assignment.look', from);
      await refuseStrangers(teacher, sharedWith);
      const bodies = questions.map((question): ShelfBody => ({ kind: 'question', question }));
      await keptFiles.usable(teacher.userId, [...new Set(bodies.flatMap(filesOfBody))], from === null ? [] : [from]);
      const columns = bodies.map((body) => toColumns({ title: '', folder: '', tags, body }));
      return inTransaction(sequelize, async (transaction) => {
        const known = await rowsOf(items, {
          where: { ownerId: teacher.userId, contentHash: { [Op.in]: columns.map((one) => one.contentHash!) } },
          transaction,
        });
        const byContent = new Map(known.map((row) => [row.contentHash!, row.id]));
        const fresh: ShelfItemRow[] = [];
        const kept = questions.map(({ id }, index) => {
          const hash = columns[index]!.contentHash!;
          const there = byContent.get(hash);
          if (there !== undefined) return { questionId: id, itemId: there, already: true };
          // The list has the latest first: a millisecond apart they stay in the order of their quiz.
          const at = new Date(now - index);
          const row = { id: randomUUID(), ownerId: teacher.userId, ...columns[index]!, keptAt: at, changedAt: at, version: 1 };
          byContent.set(hash, row.id);
          fresh.push(row);
          return { questionId: id, itemId: row.id, already: false };
        });
        const before = await items.count({ where: { ownerId: teacher.userId, kind: 'question' }, transaction });
        if (before + fresh.length > MOST_KEPT) throw new Problem('questions.tooMany');
        await items.bulkCreate(fresh, { transaction });
        for (const { id, body } of fresh) {
          const files = filesOfBody(body as ShelfBody);
          if (files.length > 0) await keptFiles.setUses({ holderKind: 'shelfItem', holderId: id }, files, transaction);
        }
        if (tags.length > 0) await addTags(known, tags, now, transaction);
        await share([...byContent.values()], sharedWith, transaction);
        // The quiz it is kept from has it: the figures there are the first it has.
        if (from !== null)
          await uses.bulkCreate(
            kept.map(({ questionId, itemId }) => ({ itemId, briefId: from, questionId })),
            { ignoreDuplicates: true, transaction },
          );
        return { kept };
      });
    },

    /** Gives several of one's own the same tags, and shares them with the same colleagues, all or none. */
    async changeMany(teacher: Teacher, { itemIds, addTags: added, shareWith }: QuestionsChange, now: Instant): Promise<void> {
      await refuseStrangers(teacher, shareWith);
      await inTransaction(sequelize, async (transaction) => {
        const rows = await rowsOf(items, {
          where: { id: { [Op.in]: itemIds }, ownerId: teacher.userId, kind: 'question' },
          transaction,
          lock: true,
        });
        if (rows.length !== itemIds.length) throw new Problem('thing.unknown');
        await addTags(rows, added, now, transaction);
        await share(itemIds, shareWith, transaction);
      });
    },

    async one(teacher: Teacher, itemId: string): Promise<KeptQuestion> {
      return (await toKept(teacher, [await find(teacher, itemId)]))[0]!;
    },

    /** Where a kept question was asked, and how it did there. */
    async uses(teacher: Teacher, itemId: string, now: Instant): Promise<QuestionUsesReply> {
      return usesOf(teacher, itemId, questionOf(await find(teacher, itemId)), now);
    },
  };
}

export type QuestionStoreService = ReturnType<typeof questionStoreService>;
