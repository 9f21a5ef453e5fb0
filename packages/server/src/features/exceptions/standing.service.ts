import { localDateAt, type Actor } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import { rowsOf } from '../../db/rows';
import { noteChange } from '../../db/class-changes';
import type { OwnStanding, StandingBody, StandingForClassReply, StandingReply } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { ClassesService } from '../classes/classes.service';
import type { RosterService } from '../roster/roster.service';
import { defineStanding } from './standing.model';
import { holds, refuseWrong, type StandingGiven } from './standing-rules';

type Teacher = Actor & { userId: string };

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  roster: RosterService;
}

/** Standing exceptions: more time and other relief on everything a student does, in the classes they are given for. */
export function standingService({ sequelize, accounts, classes, roster }: Collaborators) {
  const { standing, standingClasses } = defineStanding(sequelize);

  async function load(ids: readonly string[]): Promise<StandingGiven[]> {
    if (ids.length === 0) return [];
    const [rows, links] = await Promise.all([
      rowsOf(standing, {
        where: { id: { [Op.in]: [...ids] } },
        order: [
          ['givenAt', 'ASC'],
          ['id', 'ASC'],
        ],
      }),
      rowsOf(standingClasses, { where: { exceptionId: { [Op.in]: [...ids] } } }),
    ]);
    return rows.map((row) => ({
      ...row,
      waivesLate: Boolean(row.waivesLate),
      givenAt: row.givenAt.getTime(),
      classIds: links.filter((link) => link.exceptionId === row.id).map((link) => link.classId),
    }));
  }

  async function idsOf(classIds: readonly string[]): Promise<string[]> {
    if (classIds.length === 0) return [];
    const links = await rowsOf(standingClasses, {
      attributes: ['exceptionId'],
      where: { classId: { [Op.in]: [...classIds] } },
    });
    return [...new Set(links.map((link) => link.exceptionId))];
  }

  /** The teacher teaches every class that is named, and the student is in each of them. */
  async function refuseForeign(teacher: Teacher, studentId: string, classIds: readonly string[]): Promise<void> {
    for (const classId of classIds) await classes.forTeacher(teacher, 'exception.give', classId);
    if (new Set((await roster.membersOf(classIds, [studentId])).map((member) => member.classId)).size !== classIds.length)
      throw new Problem('thing.unknown');
  }

  async function linkAll(exceptionId: string, classIds: readonly string[], transaction: Transaction): Promise<void> {
    const before = await rowsOf(standingClasses, { where: { exceptionId }, transaction });
    noteChange(transaction, { classes: [...before.map((row) => row.classId), ...classIds] });
    await standingClasses.destroy({ where: { exceptionId }, transaction });
    await standingClasses.bulkCreate(
      classIds.map((classId) => ({ exceptionId, classId })),
      { transaction },
    );
  }

  const toRow = ({ classIds: _, ...body }: StandingBody) => body;

  const service = {
    /** All that hold, held or will hold in these classes; a student's only, if asked. */
    async ofClasses(classIds: readonly string[], studentIds?: readonly string[]): Promise<StandingGiven[]> {
      const found = await load(await idsOf(classIds));
      return studentIds ? found.filter((one) => studentIds.includes(one.studentId)) : found;
    },

    async forClass(teacher: Teacher, classId: string, now: number): Promise<StandingForClassReply> {
      const { calendar } = await classes.forTeacher(teacher, 'exception.look', classId);
      const today = localDateAt(calendar.zone, now);
      const [found, mine] = await Promise.all([service.ofClasses([classId]), classes.taughtBy(teacher.userId, { away: true })]);
      const people = await accounts.people(found.flatMap((one) => [one.studentId, one.givenBy]));
      const replies = found.flatMap((one): StandingReply[] => {
        const student = people.get(one.studentId);
        if (!student) return [];
        const { studentId: _, givenBy, ...rest } = one;
        const giver = people.get(givenBy);
        return [
          {
            ...rest,
            // Which other teachers' classes a student is in is not this teacher's to know.
            classIds: one.classIds.filter((id) => mine.includes(id)),
            elsewhere: one.classIds.some((id) => !mine.includes(id)),
            student: { id: student.id, givenName: student.givenName, familyName: student.familyName },
            givenBy: giver ? fullName(giver) : '',
            holds: holds(one, today),
          },
        ];
      });
      const order = { now: 0, coming: 1, ended: 2 };
      return { standing: replies.sort((a, b) => order[a.holds] - order[b.holds]) };
    },

    /** The student's own, and nobody else's. */
    async own(student: Teacher, now: number): Promise<OwnStanding[]> {
      const rows = await rowsOf(standing, {
        attributes: ['id'],
        where: { studentId: student.userId },
        limit: 100,
      });
      const found = await load(rows.map((row) => row.id));
      const byId = new Map((await classes.load([...new Set(found.flatMap((one) => one.classIds))])).map((one) => [one.id, one]));
      return found.map(({ id, kind, amount, validFrom, validTo, reason, quizTimePercent, waivesLate, classIds }) => {
        const zone = byId.get(classIds[0] ?? '')?.calendar.zone ?? 'UTC';
        const today = localDateAt(zone, now);
        return {
          id,
          kind,
          amount,
          validFrom,
          validTo,
          reason,
          quizTimePercent,
          waivesLate,
          classes: classIds.flatMap((one) => byId.get(one)?.label ?? []),
          holds: holds({ validFrom, validTo }, today),
        };
      });
    },

    /** Gives the same to one student or several, in classes in which they all are: all of them or none. */
    async give(teacher: Teacher, studentIds: readonly string[], body: StandingBody, now: number): Promise<{ ids: string[] }> {
      refuseWrong(body);
      for (const studentId of studentIds) await refuseForeign(teacher, studentId, body.classIds);
      const rows = studentIds.map((studentId) => ({
        id: randomUUID(),
        studentId,
        ...toRow(body),
        givenBy: teacher.userId,
        givenAt: new Date(now),
        version: 1,
      }));
      await inTransaction(sequelize, async (transaction) => {
        await standing.bulkCreate(rows, { transaction });
        for (const { id } of rows) await linkAll(id, body.classIds, transaction);
      });
      return { ids: rows.map(({ id }) => id) };
    },

    /** @throws Problem `standing.elsewhere` if it also holds in a class that this teacher does not teach */
    async change(teacher: Teacher, classId: string, id: string, { version, ...body }: StandingBody & { version: number }): Promise<void> {
      await classes.forTeacher(teacher, 'exception.give', classId);
      const [before] = await load([id]);
      if (!before?.classIds.includes(classId)) throw new Problem('thing.unknown');
      const mine = await classes.taughtBy(teacher.userId, { away: true });
      if (before.classIds.some((one) => !mine.includes(one))) throw new Problem('standing.elsewhere');
      refuseWrong(body);
      await refuseForeign(teacher, before.studentId, body.classIds);
      await inTransaction(sequelize, async (transaction) => {
        const [changed] = await standing.update({ ...toRow(body), version: version + 1 }, { where: { id, version }, transaction });
        if (changed === 0) throw new Problem('conflict.changedMeanwhile', { current: (await load([id]))[0] });
        await linkAll(id, body.classIds, transaction);
      });
    },

    /** Takes it out of one class; out of the last, it is gone. */
    async takeOut(teacher: Teacher, classId: string, id: string): Promise<void> {
      await classes.forTeacher(teacher, 'exception.give', classId);
      await inTransaction(sequelize, async (transaction) => {
        if ((await standingClasses.destroy({ where: { exceptionId: id, classId }, transaction })) === 0) throw new Problem('thing.unknown');
        noteChange(transaction, { classes: [classId] });
        if ((await standingClasses.count({ where: { exceptionId: id }, transaction })) === 0)
          await standing.destroy({ where: { id }, transaction });
      });
    },
  };
  return service;
}

export type StandingService = ReturnType<typeof standingService>;
