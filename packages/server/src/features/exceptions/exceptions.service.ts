import type { Actor, WindowDates, WorkWindow } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import { rowsOf } from '../../db/rows';
import { noteChange } from '../../db/class-changes';
import type { ExceptionBody, GroupDateRequest } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import { refuseContradiction, type AssignmentsService } from '../assignments/assignments.service';
import type { GroupsService } from '../groups/groups.service';
import type { RosterService } from '../roster/roster.service';
import { toDateColumns, toException, toGroupDate, toRow, type GivenException, type GivenGroupDate } from './exceptions.mapper';
import { defineExceptions, defineGroupDates, type ExceptionRow, type GroupDateRow } from './exceptions.model';

export type { GivenException, GivenGroupDate } from './exceptions.mapper';

type Teacher = Actor & { userId: string };
const windowOf = ({ opens = null, due = null, closes = null }: WindowDates): WorkWindow => ({ opens, due, closes });

interface Collaborators {
  sequelize: Sequelize;
  assignments: AssignmentsService;
  groups: GroupsService;
  roster: RosterService;
}

/** Other dates on one assignment: for students, with excused and what lateness costs, and for groups. */
export function exceptionsService({ sequelize, assignments, groups, roster }: Collaborators) {
  const exceptions = defineExceptions(sequelize);
  const groupDates = defineGroupDates(sequelize);

  const service = {
    async ofAssignments(assignmentIds: readonly string[], studentIds?: readonly string[]): Promise<GivenException[]> {
      if (assignmentIds.length === 0) return [];
      const rows = await rowsOf(exceptions, {
        where: { assignmentId: { [Op.in]: [...assignmentIds] }, ...(studentIds ? { studentId: { [Op.in]: [...studentIds] } } : {}) },
      });
      return rows.map(toException);
    },

    async groupDatesOf(assignmentIds: readonly string[]): Promise<GivenGroupDate[]> {
      if (assignmentIds.length === 0) return [];
      const rows = await rowsOf(groupDates, {
        where: { assignmentId: { [Op.in]: [...assignmentIds] } },
        order: [['givenAt', 'ASC']],
      });
      return rows.map(toGroupDate);
    },

    /** Gives, or replaces, the exception of one or many students on an assignment: all of them or none. */
    async give(
      actor: Teacher,
      { assignmentId, studentIds }: { assignmentId: string; studentIds: string[] },
      body: ExceptionBody,
      now: number,
      within?: Transaction,
    ): Promise<GivenException[]> {
      const { classId } = await assignments.forTeacher(actor, 'exception.give', assignmentId);
      if ((await roster.membersOf([classId], studentIds)).length < studentIds.length) throw new Problem('thing.unknown');
      refuseContradiction(windowOf(body));
      const given = studentIds.map((studentId): GivenException => ({
        ...body,
        assignmentId,
        studentId,
        id: randomUUID(),
        givenBy: actor.userId,
        givenAt: now,
      }));
      const write = async (transaction: Transaction) => {
        await exceptions.destroy({ where: { assignmentId, studentId: { [Op.in]: studentIds } }, transaction });
        await exceptions.bulkCreate(
          given.map((one) => toRow(one, body)),
          { transaction },
        );
        noteChange(transaction, { cellsOf: [assignmentId] });
      };
      await (within ? write(within) : inTransaction(sequelize, write));
      return given;
    },

    /** Who is excused from some assignments, each as assignment and student. Inside a transaction as it is there. */
    async excusedOn(assignmentIds: readonly string[], transaction: Transaction): Promise<Set<string>> {
      const rows = await rowsOf(exceptions, {
        attributes: ['assignmentId', 'studentId'],
        where: { assignmentId: { [Op.in]: [...assignmentIds] }, excused: true },
        transaction,
      });
      return new Set(rows.map((row) => `${row.assignmentId} ${row.studentId}`));
    },

    /** Excuses students, or not any more; their other dates stay. An exception that says nothing else goes. */
    async setExcused(
      wanted: readonly { assignmentId: string; studentId: string; excused: boolean }[],
      by: string,
      now: number,
      transaction: Transaction,
    ): Promise<void> {
      if (wanted.length === 0) return;
      const rows = await rowsOf(exceptions, {
        where: {
          assignmentId: { [Op.in]: [...new Set(wanted.map((one) => one.assignmentId))] },
          studentId: { [Op.in]: [...new Set(wanted.map((one) => one.studentId))] },
        },
        transaction,
      });
      const there = new Map(rows.map((row) => [`${row.assignmentId} ${row.studentId}`, row]));
      const next = wanted.map(({ assignmentId, studentId, excused }) => {
        const { id, ...before } = there.get(`${assignmentId} ${studentId}`) ?? {
          id: null,
          assignmentId,
          studentId,
          ...toDateColumns({}),
          waivesLate: false,
          reason: '',
        };
        return { id, row: { ...before, id: randomUUID(), excused, givenBy: by, givenAt: new Date(now) } as ExceptionRow };
      });
      const old = next.flatMap(({ id }) => id ?? []);
      await exceptions.destroy({ where: { id: { [Op.in]: old } }, transaction });
      const rest = next
        .map(({ row }) => row)
        .filter((row) => row.excused || row.waivesLate || row.setsOpens || row.setsDue || row.setsCloses);
      await exceptions.bulkCreate(rest, { transaction });
      noteChange(transaction, { cellsOf: wanted.map((one) => one.assignmentId) });
    },

    async takeAway(actor: Actor, at: { assignmentId: string; studentId: string }): Promise<void> {
      await assignments.forTeacher(actor, 'exception.give', at.assignmentId);
      await inTransaction(sequelize, async (transaction) => {
        await exceptions.destroy({ where: at, transaction });
        noteChange(transaction, { cellsOf: [at.assignmentId] });
      });
    },

    /** Gives, or replaces, a group's dates on an assignment of its class. */
    async giveToGroup(
      actor: Teacher,
      { assignmentId, groupId }: { assignmentId: string; groupId: string },
      { tell: _, reason, ...dates }: GroupDateRequest,
      now: number,
    ): Promise<void> {
      const { classId } = await assignments.forTeacher(actor, 'exception.give', assignmentId);
      const group = (await groups.membershipsOf([classId])).find((one) => one.groupId === groupId);
      if (!group) throw new Problem('thing.unknown');
      refuseContradiction(windowOf(dates));
      const row: GroupDateRow = {
        id: randomUUID(),
        assignmentId,
        groupId,
        ...toDateColumns(dates),
        reason,
        givenBy: actor.userId,
        givenAt: new Date(now),
      };
      await inTransaction(sequelize, async (transaction) => {
        await groupDates.destroy({ where: { assignmentId, groupId }, transaction });
        await groupDates.create(row, { transaction });
        noteChange(transaction, { cellsOf: [assignmentId] });
      });
    },

    async takeFromGroup(actor: Actor, at: { assignmentId: string; groupId: string }): Promise<void> {
      await assignments.forTeacher(actor, 'exception.give', at.assignmentId);
      await inTransaction(sequelize, async (transaction) => {
        await groupDates.destroy({ where: at, transaction });
        noteChange(transaction, { cellsOf: [at.assignmentId] });
      });
    },

    /** Sets dates as they are after a move; the rows themselves stay. */
    async setDates(what: 'group' | 'oneOff', changes: { id: string; dates: WindowDates }[], transaction: Transaction): Promise<void> {
      const column = (at: number | null | undefined) => (at === undefined ? undefined : at === null ? null : new Date(at));
      for (const { id, dates } of changes) {
        const columns = Object.fromEntries(
          Object.entries({ opensAt: column(dates.opens), dueAt: column(dates.due), closesAt: column(dates.closes) }).filter(
            ([, value]) => value !== undefined,
          ),
        );
        await (what === 'group'
          ? groupDates.update(columns, { where: { id }, transaction })
          : exceptions.update(columns, { where: { id }, transaction }));
      }
    },
  };
  return service;
}

export type ExceptionsService = ReturnType<typeof exceptionsService>;
