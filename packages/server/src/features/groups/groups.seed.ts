import { randomUUID } from 'node:crypto';
import type { GroupingBody } from '../../contract';
import { noteChange } from '../../db/class-changes';
import { inTransaction } from '../../db/transaction';
import type { Services } from '../../wiring';
import { defineGroups } from './groups.model';

/** For the demo school: groupings of a class. @returns their ids in the same order */
export async function seedGroupings(
  { sequelize }: Pick<Services, 'sequelize'>,
  classId: string,
  bodies: readonly GroupingBody[],
  now: number,
): Promise<string[]> {
  const { groupings, groups, students } = defineGroups(sequelize);
  return inTransaction(sequelize, async (transaction) => {
    const ids: string[] = [];
    for (const { name, seed, until, groups: wanted } of bodies) {
      const id = randomUUID();
      const row = { id, classId, name, seed, untilDay: until, madeAt: new Date(now), dissolvedAt: null, version: 1 };
      await groupings.create(row, { transaction });
      for (const [position, group] of wanted.entries()) {
        const groupId = randomUUID();
        await groups.create({ id: groupId, groupingId: id, name: group.name, position, dissolvedAt: null }, { transaction });
        await students.bulkCreate(
          group.studentIds.map((studentId, place) => ({ groupId, studentId, position: place })),
          { transaction },
        );
      }
      ids.push(id);
    }
    noteChange(transaction, { classes: [classId] });
    return ids;
  });
}
