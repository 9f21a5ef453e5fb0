import { randomUUID } from 'node:crypto';
import type { StandingBody } from '../../contract';
import { noteChange } from '../../db/class-changes';
import { inTransaction } from '../../db/transaction';
import type { Services } from '../../wiring';
import { toDateColumns, toRow, type GivenException, type GivenGroupDate } from './exceptions.mapper';
import { defineExceptions, defineGroupDates } from './exceptions.model';
import { defineStanding } from './standing.model';

type Where = Pick<Services, 'sequelize'>;

/** For the demo school: other dates of students on assignments. */
export async function seedExceptions({ sequelize }: Where, given: Omit<GivenException, 'id'>[]): Promise<void> {
  await inTransaction(sequelize, async (transaction) => {
    const rows = given.map((one) => toRow({ ...one, id: randomUUID() }, one));
    await defineExceptions(sequelize).bulkCreate(rows, { transaction });
    noteChange(transaction, { cellsOf: given.map((one) => one.assignmentId) });
  });
}

/** For the demo school: other dates of groups on assignments. */
export async function seedGroupDates({ sequelize }: Where, given: Omit<GivenGroupDate, 'id'>[], by: string, now: number): Promise<void> {
  await inTransaction(sequelize, async (transaction) => {
    const rows = given.map(({ opens, due, closes, ...rest }) => ({
      ...rest,
      ...toDateColumns({
        ...(opens === undefined ? {} : { opens }),
        ...(due === undefined ? {} : { due }),
        ...(closes === undefined ? {} : { closes }),
      }),
      id: randomUUID(),
      givenBy: by,
      givenAt: new Date(now),
    }));
    await defineGroupDates(sequelize).bulkCreate(rows, { transaction });
    noteChange(transaction, { cellsOf: given.map((one) => one.assignmentId) });
  });
}

/** For the demo school: standing exceptions. */
export async function seedStanding(
  { sequelize }: Where,
  given: (StandingBody & { studentId: string; givenBy: string })[],
  now: number,
): Promise<void> {
  const { standing, standingClasses } = defineStanding(sequelize);
  await inTransaction(sequelize, async (transaction) => {
    for (const { studentId, givenBy, classIds, ...body } of given) {
      const id = randomUUID();
      await standing.create({ id, studentId, ...body, givenBy, givenAt: new Date(now), version: 1 }, { transaction });
      await standingClasses.bulkCreate(
        classIds.map((classId) => ({ exceptionId: id, classId })),
        { transaction },
      );
      noteChange(transaction, { classes: classIds });
    }
  });
}
