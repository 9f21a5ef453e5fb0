import type { Actor } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, type Sequelize } from 'sequelize';
import type { ExceptionRequest } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import { refuseContradiction, type AssignmentsService } from '../assignments/assignments.service';
import type { RosterService } from '../roster/roster.service';
import { toException, toRow, type GivenException } from './exceptions.mapper';
import { defineExceptions, type ExceptionRow } from './exceptions.model';

export type { GivenException } from './exceptions.mapper';

/** Other dates for one student, or excused, each with its reason. */
export function exceptionsService({ sequelize, assignments, roster }: { sequelize: Sequelize; assignments: AssignmentsService; roster: RosterService }) {
  const exceptions = defineExceptions(sequelize);
  return {
    async ofAssignments(assignmentIds: readonly string[], studentIds?: readonly string[]): Promise<GivenException[]> {
      if (assignmentIds.length === 0) return [];
      const rows = await exceptions.findAll({
        where: { assignmentId: { [Op.in]: [...assignmentIds] }, ...(studentIds ? { studentId: { [Op.in]: [...studentIds] } } : {}) },
        raw: true,
      });
      return (rows as unknown as ExceptionRow[]).map(toException);
    },

    /** Gives, or replaces, a student's exception on an assignment. */
    async give(actor: Actor & { userId: string }, at: { assignmentId: string; studentId: string }, request: ExceptionRequest, now: number): Promise<GivenException> {
      const { classId } = await assignments.forTeacher(actor, 'exception.give', at.assignmentId);
      if ((await roster.membersOf([classId], [at.studentId])).length === 0) throw new Problem('thing.unknown');
      const { opens = null, due = null, closes = null } = request;
      refuseContradiction({ opens, due, closes });
      const given: GivenException = { ...request, ...at, id: randomUUID(), givenBy: actor.userId, givenAt: now };
      await inTransaction(sequelize, async (transaction) => {
        await exceptions.destroy({ where: at, transaction });
        await exceptions.create(toRow(given), { transaction });
      });
      return given;
    },

    async takeAway(actor: Actor, at: { assignmentId: string; studentId: string }): Promise<void> {
      await assignments.forTeacher(actor, 'exception.give', at.assignmentId);
      await exceptions.destroy({ where: at });
    },

    /** For the demo school. */
    async plant(given: Omit<GivenException, 'id'>[]): Promise<void> {
      await exceptions.bulkCreate(given.map((exception) => toRow({ ...exception, id: randomUUID() })));
    },
  };
}

export type ExceptionsService = ReturnType<typeof exceptionsService>;
