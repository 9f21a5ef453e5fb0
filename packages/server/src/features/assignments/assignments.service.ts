import { windowProblem, type Action, type Actor, type Quiz, type WorkWindow } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, QueryTypes, type Sequelize, type Transaction, type WhereOptions } from 'sequelize';
import { countsBy, rowsOf } from '../../db/rows';
import { noteChange } from '../../db/class-changes';
import { inTransaction } from '../../db/transaction';
import type { AssignmentReply, BriefBody, BriefKind, OrderRequest, SetFor } from '../../contract';
import { fieldProblem } from '../../http/field-problems';
import { Problem } from '../../http/problem';
import type { ClassesService } from '../classes/classes.service';
import { toAssignment, toBriefBody, toBriefColumns, toSetColumns } from './assignments.mapper';
import { noteQuestionUses } from '../shelf/question-uses';
import { defineAssignments, type AssignmentRow, type BriefRow } from './assignments.model';

/** More than a class sets in a year; every list of assignments ends at so many a class. */
const MOST_ASSIGNMENTS = 1000;

const CONTRADICTED = { closesBeforeDue: 'closes', opensAfterDue: 'opens', closesBeforeOpens: 'closes' } as const;

/** @throws Problem `assignment.dates` for dates that contradict each other (docs/rules.md, 1) */
export function refuseContradiction(window: WorkWindow, path = ''): void {
  const problem = windowProblem(window);
  if (problem) throw new Problem('assignment.dates', { errors: [fieldProblem(`${path}${CONTRADICTED[problem]}`, `window.${problem}`)] });
}

/** Made visible to its students. Until its time has come, a timed one is not. */
export const isIssued = ({ issuedAt }: Pick<AssignmentReply, 'issuedAt'>, now: number): boolean => issuedAt !== null && issuedAt <= now;

/** The order of every list of assignments: by due date; what is due at once stands in the teacher's order, then by title. */
export const byDueDate = (a: AssignmentReply, b: AssignmentReply): number =>
  (a.due ?? Infinity) - (b.due ?? Infinity) || a.position - b.position || a.title.localeCompare(b.title, 'en') || (a.id < b.id ? -1 : 1);

export interface Which {
  /** also what is not issued, and what will be */
  drafts: boolean;
  kind?: BriefKind;
  /** only what is due from one moment to another */
  due?: { from: number; to: number };
  now: number;
}

/** Assignments as the classes have them: a brief with the class's own window. Writing them is the briefs' business. */
export function assignmentsService({ sequelize, classes }: { sequelize: Sequelize; classes: ClassesService }) {
  const { assignments, briefs } = defineAssignments(sequelize);

  async function load(
    where: WhereOptions<AssignmentRow>,
    {
      kind = null,
      classes: ofClasses = 1,
      transaction,
    }: { kind?: BriefKind | null; classes?: number; transaction?: Transaction | undefined } = {},
  ): Promise<AssignmentReply[]> {
    const tx = transaction ? { transaction } : {};
    const rows = await rowsOf(assignments, {
      where,
      order: [
        [sequelize.literal('due_at IS NULL'), 'ASC'],
        ['dueAt', 'ASC'],
        ['position', 'ASC'],
        ['id', 'ASC'],
      ],
      limit: MOST_ASSIGNMENTS * ofClasses,
      ...tx,
    });
    const ids = [...new Set(rows.map((row) => row.briefId))];
    const texts =
      ids.length === 0
        ? []
        : await rowsOf(briefs, {
            // The questions of quizzes are long; who needs them asks for them.
            attributes: { exclude: ['questions'] },
            where: { id: { [Op.in]: ids }, ...(kind ? { kind } : {}) },
            ...tx,
          });
    const byId = new Map(texts.map((row) => [row.id, row]));
    const found = rows.flatMap((row) => {
      const brief = byId.get(row.briefId);
      return brief ? [toAssignment(row, brief)] : [];
    });
    return found.sort(byDueDate);
  }

  const service = {
    /** Issued ones, and drafts if asked for, in order of due date; without a date last. Handouts only if asked for. */
    async ofClasses(
      classIds: readonly string[],
      { drafts, kind = 'assignment', due, now }: Which,
      transaction?: Transaction,
    ): Promise<AssignmentReply[]> {
      if (classIds.length === 0) return [];
      const where = {
        classId: { [Op.in]: [...classIds] },
        ...(drafts ? {} : { issuedAt: { [Op.lte]: new Date(now) } }),
        ...(due ? { dueAt: { [Op.between]: [new Date(due.from), new Date(due.to)] as [Date, Date] } } : {}),
      };
      return load(where, { kind, classes: classIds.length, transaction });
    },

    async byIds(ids: readonly string[]): Promise<AssignmentReply[]> {
      return ids.length === 0 ? [] : load({ id: { [Op.in]: [...ids] } });
    },

    async byId(id: string): Promise<AssignmentReply | null> {
      return (await load({ id }))[0] ?? null;
    },

    /** Quizzes with scores that nobody has been shown yet and that are shown by themselves. */
    async heldQuizzes(): Promise<AssignmentReply[]> {
      const rows = await sequelize.query<{ id: string }>(
        `SELECT DISTINCT a.id FROM assignments a JOIN briefs b ON b.id = a.brief_id JOIN pieces p ON p.assignment_id = a.id
         WHERE b.how = 'quiz' AND p.held AND JSON_VALUE(b.quiz_run, '$.shows.score') <> 'whenReturned' LIMIT 50`,
        { type: QueryTypes.SELECT },
      );
      return service.byIds(rows.map((row) => row.id));
    },

    /** The quizzes of these briefs, whole, by brief. */
    async quizzesOf(briefIds: readonly string[], transaction?: Transaction): Promise<Map<string, Quiz>> {
      if (briefIds.length === 0) return new Map();
      const rows = await rowsOf(briefs, {
        where: { id: { [Op.in]: [...new Set(briefIds)] }, how: 'quiz' },
        ...(transaction ? { transaction } : {}),
      });
      return new Map(rows.flatMap((row) => [[row.id, toBriefBody(row).quiz!] as const]));
    },

    /** The same, of those alone in which a question is about an aim: who looks at progress need not load all questions. */
    async quizzesWithAims(briefIds: readonly string[]): Promise<Map<string, Quiz>> {
      if (briefIds.length === 0) return new Map();
      const rows = await sequelize.query<{ id: string }>(
        "SELECT id FROM briefs WHERE id IN (:ids) AND how = 'quiz' AND JSON_EXISTS(questions, '$.questions[*].aims[0]')",
        { type: QueryTypes.SELECT, replacements: { ids: [...new Set(briefIds)] } },
      );
      return service.quizzesOf(rows.map((row) => row.id));
    },

    /** When the next one is issued of these classes, or of what they share with other classes; null: none is waiting. */
    async nextIssue(classIds: readonly string[], now: number): Promise<number | null> {
      if (classIds.length === 0) return null;
      const [row] = await sequelize.query<{ at: Date | null }>(
        `SELECT MIN(issued_at) AS at FROM assignments WHERE issued_at > :now
         AND brief_id IN (SELECT brief_id FROM assignments WHERE class_id IN (:ids))`,
        { type: QueryTypes.SELECT, replacements: { ids: [...classIds], now: new Date(now) } },
      );
      return row?.at?.getTime() ?? null;
    },

    /** Every class's assignment of these briefs. */
    async ofBriefs(briefIds: readonly string[], transaction?: Transaction): Promise<AssignmentReply[]> {
      return briefIds.length === 0 ? [] : load({ briefId: { [Op.in]: [...briefIds] } }, { transaction });
    },

    /** The classes of briefs that are set for more than one: only what is needed to see who is in two of them. */
    async twinsOf(briefIds: readonly string[]): Promise<{ briefId: string; classId: string; issuedAt: number | null }[]> {
      if (briefIds.length === 0) return [];
      const rows = await rowsOf(assignments, {
        attributes: ['briefId', 'classId', 'issuedAt'],
        where: { briefId: { [Op.in]: [...new Set(briefIds)] } },
      });
      const count = new Map<string, number>();
      for (const { briefId } of rows) count.set(briefId, (count.get(briefId) ?? 0) + 1);
      return rows
        .filter(({ briefId }) => (count.get(briefId) ?? 0) > 1)
        .map((row) => ({ briefId: row.briefId, classId: row.classId, issuedAt: row.issuedAt?.getTime() ?? null }));
    },

    /** The assignment, if this teacher may do this to it. @throws Problem `thing.unknown` otherwise */
    async forTeacher(actor: Actor, action: Action, id: string): Promise<AssignmentReply> {
      const found = await service.byId(id);
      if (!found) throw new Problem('thing.unknown');
      await classes.forTeacher(actor, action, found.classId);
      return found;
    },

    /** How many assignments, drafts included, are filed under each category of a class. */
    async filedUnder(classId: string, transaction?: Transaction): Promise<Record<string, number>> {
      const where = { classId, categoryId: { [Op.ne]: null } };
      return Object.fromEntries(await countsBy(assignments, 'categoryId', { where, ...(transaction ? { transaction } : {}) }));
    },

    /** Files everything under another category, or under none. */
    async refile({ classId, from, to }: { classId: string; from: string; to: string | null }, transaction: Transaction): Promise<void> {
      const rows = await rowsOf(assignments, {
        attributes: ['briefId'],
        where: { classId, categoryId: from },
        transaction,
      });
      await assignments.update({ categoryId: to }, { where: { classId, categoryId: from }, transaction });
      await service.touch(
        rows.map((row) => row.briefId),
        transaction,
      );
    },

    /** Counts up the version of briefs, so that whoever has one open sees that it changed. */
    async touch(briefIds: readonly string[], transaction: Transaction): Promise<void> {
      if (briefIds.length === 0) return;
      await briefs.increment('version', { where: { id: { [Op.in]: [...briefIds] } }, transaction });
      noteChange(transaction, { briefs: briefIds });
    },

    /** Sets dates of assignments as they are after a move. */
    async setDates(changes: { id: string; dates: Partial<WorkWindow> }[], transaction: Transaction): Promise<void> {
      const column = (at: number | null | undefined) => (at === undefined ? undefined : at === null ? null : new Date(at));
      for (const { id, dates } of changes) {
        const columns = Object.fromEntries(
          Object.entries({ opensAt: column(dates.opens), dueAt: column(dates.due), closesAt: column(dates.closes) }).filter(
            ([, value]) => value !== undefined,
          ),
        );
        await assignments.update(columns, { where: { id }, transaction });
      }
      const rows = await rowsOf(assignments, {
        attributes: ['briefId'],
        where: { id: { [Op.in]: changes.map((one) => one.id) } },
        transaction,
      });
      await service.touch(
        rows.map((row) => row.briefId),
        transaction,
      );
    },

    /** Files assignments of a class under a unit, in this order. @throws Problem `thing.unknown` for one of another class */
    async order(actor: Actor, classId: string, { unitId, assignmentIds }: OrderRequest, transaction: Transaction): Promise<void> {
      await classes.forTeacher(actor, 'assignment.write', classId);
      if (unitId !== null && !(await classes.unitsOf(classId)).some((unit) => unit.id === unitId)) throw new Problem('thing.unknown');
      const here = await assignments.count({ where: { classId, id: { [Op.in]: assignmentIds } }, transaction });
      if (here !== assignmentIds.length) throw new Problem('thing.unknown');
      for (const [position, id] of assignmentIds.entries())
        await assignments.update({ unitId, position: position + 1 }, { where: { id }, transaction });
      noteChange(transaction, { classes: [classId] });
    },

    /** How it is marked: with names hidden, by a second marker. */
    async setMarking(
      id: string,
      marking: { namesHidden?: boolean; secondMarker?: string | null },
      transaction?: Transaction,
    ): Promise<void> {
      const write = async (within: Transaction): Promise<void> => {
        await assignments.update(marking, { where: { id }, transaction: within });
        noteChange(within, { assignments: [id] });
      };
      await (transaction ? write(transaction) : inTransaction(sequelize, write));
    },

    /** Whose students have yet to be told that something was issued. */
    async untold(now: number, most: number): Promise<AssignmentReply[]> {
      const rows = await rowsOf(assignments, {
        attributes: ['id'],
        where: { toldAt: null, issuedAt: { [Op.lte]: new Date(now) } },
        limit: most,
      });
      return service.byIds(rows.map((row) => row.id));
    },

    /** Notes that its students are told. @returns whether this call did it: of two servers one does */
    async markTold(id: string, now: number, transaction: Transaction): Promise<boolean> {
      const [changed] = await assignments.update({ toldAt: new Date(now) }, { where: { id, toldAt: null }, transaction });
      return changed > 0;
    },

    /** Drafts of a class, as a copy of another has them or a course that was brought in. @param bodies with ids of their briefs where something else names them */
    async addDrafts(
      classId: string,
      bodies: (BriefBody & SetFor & { newBriefId?: string })[],
      { by, now }: { by: string; now: number },
      transaction: Transaction,
    ): Promise<AssignmentReply[]> {
      return service.addRows(
        bodies.map((body) => ({ ...body, classId, issuedAt: null, createdBy: by })),
        now,
        transaction,
      );
    },

    async addRows(
      bodies: (BriefBody & SetFor & { issuedAt: number | null; createdBy: string; newBriefId?: string })[],
      now: number,
      transaction: Transaction,
    ): Promise<AssignmentReply[]> {
      const rows = bodies.map((body, index) => {
        const brief: BriefRow = {
          id: body.newBriefId ?? randomUUID(),
          ...toBriefColumns(body),
          fromShelf: null,
          createdBy: body.createdBy,
          createdAt: new Date(now),
          version: 1,
        };
        const issuedAt = body.issuedAt === null ? null : new Date(body.issuedAt);
        const row: AssignmentRow = {
          id: randomUUID(),
          briefId: brief.id,
          classId: body.classId,
          ...toSetColumns(body),
          position: index + 1,
          issuedAt,
          toldAt: issuedAt,
          namesHidden: false,
          secondMarker: null,
        };
        return { brief, row };
      });
      await briefs.bulkCreate(
        rows.map(({ brief }) => brief),
        { transaction },
      );
      await assignments.bulkCreate(
        rows.map(({ row }) => row),
        { transaction },
      );
      for (const [index, { brief }] of rows.entries()) await noteQuestionUses(sequelize, brief.id, bodies[index]!.quiz, transaction);
      noteChange(transaction, { classes: bodies.map((one) => one.classId) });
      return rows.map(({ row, brief }) => toAssignment(row, brief));
    },
  };
  return service;
}

export type AssignmentsService = ReturnType<typeof assignmentsService>;
