import type { LocalDate } from '@jolly/core';
import { noteChange } from '../../db/class-changes';
import { inTransaction } from '../../db/transaction';
import type { Services } from '../../wiring';
import { defineMemberships } from './roster.model';
import { newRow } from './roster.service';

/** For the demo school and tests: people into a class from a given day on. */
export async function seedMembers(
  { sequelize }: Pick<Services, 'sequelize'>,
  classId: string,
  people: { userId: string; joined: LocalDate; left?: LocalDate; shownAs?: string }[],
): Promise<void> {
  const rows = people.map(({ userId, joined, left, shownAs }) => ({
    ...newRow(classId, userId, joined),
    leftOn: left ?? null,
    shownAs: shownAs ?? null,
  }));
  await inTransaction(sequelize, async (transaction) => {
    await defineMemberships(sequelize).bulkCreate(rows, { transaction });
    noteChange(transaction, { classes: [classId] });
  });
}
