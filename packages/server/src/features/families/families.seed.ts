import type { Language } from '@jolly/core';
import type { FamilySettings } from '../../contract';
import { inTransaction } from '../../db/transaction';
import type { Services } from '../../wiring';

/** For the demo school and tests: families with the children they are linked to. */
export async function seedFamilies(
  { sequelize, families }: Pick<Services, 'sequelize' | 'families'>,
  all: readonly { familyId: string; language: Language; telling: FamilySettings['telling']; studentIds: string[] }[],
  now: number,
): Promise<void> {
  await inTransaction(sequelize, async (transaction) => {
    for (const { familyId, language, telling, studentIds } of all) {
      await families.begin(familyId, { language, telling }, now, transaction);
      for (const studentId of studentIds) await families.link(familyId, studentId, now, transaction);
    }
  });
}
