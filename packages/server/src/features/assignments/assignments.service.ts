import { windowProblem, type Action, type Actor } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import type { AssignmentBody, AssignmentReply } from '../../contract';
import { Problem } from '../../http/problem';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import { toAssignment, toColumns } from './assignments.mapper';
import { defineAssignments, type AssignmentRow } from './assignments.model';

/** More than a class sets in a year; every list of a class's assignments ends here. */
const MOST_ASSIGNMENTS = 1000;

const CONTRADICTIONS = {
  closesBeforeDue: { path: 'closes', message: 'It would close before it is due.' },
  opensAfterDue: { path: 'opens', message: 'It would open after it is due.' },
  closesBeforeOpens: { path: 'closes', message: 'It would close before it opens.' },
};

/** @throws Problem `assignment.dates` for dates that contradict each other (docs/rules.md, 1) */
export function refuseContradiction(window: Pick<AssignmentBody, 'opens' | 'due' | 'closes'>): void {
  const problem = windowProblem(window);
  if (problem) throw new Problem('assignment.dates', { errors: [CONTRADICTIONS[problem]] });
}

/** Assignments: drafts, and what is issued to a class. */
export function assignmentsService({ sequelize, classes }: { sequelize: Sequelize; classes: ClassesService }) {
  const assignments = defineAssignments(sequelize);
  const toAll = (rows: unknown[]) => (rows as AssignmentRow[]).map(toAssignment);

  /** @throws Problem `assignment.misfiled` for a category or unit that the class does not have */
  async function refuseMisfiled(schoolClass: SchoolClass, { unitId, categoryId }: AssignmentBody): Promise<void> {
    const errors = [];
    if (categoryId !== null && !schoolClass.scheme.categories.some((category) => category.id === categoryId))
      errors.push({ path: 'categoryId', message: 'The class has no such category any more.' });
    if (unitId !== null && !(await classes.unitsOf(schoolClass.id)).some((unit) => unit.id === unitId))
      errors.push({ path: 'unitId', message: 'The class has no such unit any more.' });
    if (errors.length > 0) throw new Problem('assignment.misfiled', { errors });
  }

  const service = {
    /** Issued ones, and drafts if asked for, in order of due date; without a date last. */
    async ofClasses(classIds: readonly string[], { drafts }: { drafts: boolean }, transaction?: Transaction): Promise<AssignmentReply[]> {
      if (classIds.length === 0) return [];
      const rows = await assignments.findAll({
        where: { classId: { [Op.in]: [...classIds] }, ...(drafts ? {} : { issuedAt: { [Op.ne]: null } }) },
        order: [
          [sequelize.literal('due_at IS NULL'), 'ASC'],
          ['dueAt', 'ASC'],
          ['title', 'ASC'],
          ['id', 'ASC'],
        ],
        limit: MOST_ASSIGNMENTS,
        raw: true,
        ...(transaction ? { transaction } : {}),
      });
      return toAll(rows);
    },

    async byId(id: string): Promise<AssignmentReply | null> {
      const row = await assignments.findByPk(id, { raw: true });
      return row ? toAssignment(row as unknown as AssignmentRow) : null;
    },

    /** The assignment, if this teacher may do this to it. @throws Problem `thing.unknown` otherwise */
    async forTeacher(actor: Actor, action: Action, id: string): Promise<AssignmentReply> {
      const found = await service.byId(id);
      if (!found) throw new Problem('thing.unknown');
      await classes.forTeacher(actor, action, found.classId);
      return found;
    },

    async draft(actor: Actor & { userId: string }, classId: string, body: AssignmentBody, now: number): Promise<AssignmentReply> {
      await refuseMisfiled(await classes.forTeacher(actor, 'assignment.write', classId), body);
      refuseContradiction(body);
      const row: AssignmentRow = { id: randomUUID(), classId, ...toColumns(body), issuedAt: null, createdBy: actor.userId, createdAt: new Date(now), version: 1 };
      await assignments.create(row);
      return toAssignment(row);
    },

    /** @throws Problem `conflict.changedMeanwhile` with the assignment as it is now */
    async edit(actor: Actor, id: string, { version, ...body }: AssignmentBody & { version: number }): Promise<AssignmentReply> {
      const before = await service.forTeacher(actor, 'assignment.write', id);
      const [schoolClass] = await classes.load([before.classId]);
      await refuseMisfiled(schoolClass!, body);
      refuseContradiction(body);
      if (before.issuedAt !== null && body.title === '')
        throw new Problem('assignment.needsTitle', { errors: [{ path: 'title', message: 'An issued assignment needs a title.' }] });
      const [changed] = await assignments.update({ ...toColumns(body), version: version + 1 }, { where: { id, version } });
      const now = await service.byId(id);
      if (changed === 0) throw new Problem('conflict.changedMeanwhile', { current: now });
      return now!;
    },

    /** Makes it visible to its students. The caller has asked who gets it. */
    async issue(id: string, version: number, now: number): Promise<AssignmentReply> {
      const [changed] = await assignments.update({ issuedAt: new Date(now), version: version + 1 }, { where: { id, version, issuedAt: null } });
      const issued = await service.byId(id);
      if (changed === 0) throw new Problem(issued?.issuedAt != null ? 'assignment.alreadyIssued' : 'conflict.changedMeanwhile', { current: issued });
      return issued!;
    },

    async deleteDraft(actor: Actor, id: string): Promise<void> {
      await service.forTeacher(actor, 'assignment.write', id);
      const gone = await assignments.destroy({ where: { id, issuedAt: null } });
      if (gone === 0) throw new Problem('assignment.issuedStays');
    },

    /** How many assignments, drafts included, are filed under each category of a class. */
    async filedUnder(classId: string, transaction?: Transaction): Promise<Record<string, number>> {
      const rows = (await assignments.count({ where: { classId, categoryId: { [Op.ne]: null } }, group: ['categoryId'], ...(transaction ? { transaction } : {}) })) as unknown as {
        categoryId: string;
        count: number;
      }[];
      return Object.fromEntries(rows.map((row) => [row.categoryId, Number(row.count)]));
    },

    /** Files everything under another category, or under none. */
    async refile({ classId, from, to }: { classId: string; from: string; to: string | null }, transaction: Transaction): Promise<void> {
      await assignments.update({ categoryId: to, version: sequelize.literal('version + 1') as unknown as number }, { where: { classId, categoryId: from }, transaction });
    },

    /** Drafts of a class that was copied. */
    async addDrafts(classId: string, bodies: AssignmentBody[], { by, now }: { by: string; now: number }, transaction: Transaction): Promise<void> {
      await assignments.bulkCreate(
        bodies.map((body): AssignmentRow => ({ id: randomUUID(), classId, ...toColumns(body), issuedAt: null, createdBy: by, createdAt: new Date(now), version: 1 })),
        { transaction },
      );
    },

    /** For the demo school. */
    async plant(rows: (AssignmentBody & { classId: string; issuedAt: number | null; createdBy: string })[]): Promise<AssignmentReply[]> {
      const full = rows.map(({ classId, issuedAt, createdBy, ...body }): AssignmentRow => ({
        id: randomUUID(),
        classId,
        ...toColumns(body),
        issuedAt: issuedAt === null ? null : new Date(issuedAt),
        createdBy,
        createdAt: new Date(issuedAt ?? 0),
        version: 1,
      }));
      await assignments.bulkCreate(full);
      return full.map(toAssignment);
    },
  };
  return service;
}

export type AssignmentsService = ReturnType<typeof assignmentsService>;
