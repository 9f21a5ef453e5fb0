import { randomUUID } from 'node:crypto';
import type { RemarkRequest } from '../../contract';
import type { Services } from '../../wiring';
import { defineRemarks } from './remarks.model';

/** For the demo school: remarks that a teacher keeps. */
export async function seedRemarks(
  { sequelize }: Pick<Services, 'sequelize'>,
  ownerId: string,
  kept: readonly RemarkRequest[],
  now: number,
): Promise<void> {
  await defineRemarks(sequelize).remarks.bulkCreate(
    kept.map((one, index) => ({ id: randomUUID(), ownerId, ...one, keptAt: new Date(now + index), version: 1 })),
  );
}
