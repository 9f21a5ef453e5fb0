import { nameKey } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import type { Services } from '../../wiring';
import type { NewStudent, Person } from './person';
import { blankUser, defineUsers, type UserRow } from './accounts.model';
import { hashPassword } from './passwords';

/** For the demo school and tests: people with or without a sign-in, all with one password. */
export async function seedPeople(
  { sequelize }: Pick<Services, 'sequelize'>,
  people: (NewStudent & { role: UserRow['role']; userName: string | null })[],
  password: string,
  now: number,
): Promise<Person[]> {
  const passwordHash = await hashPassword(password);
  const firstTeacher = people.findIndex((one) => one.role === 'teacher');
  const rows = people.map((one, index): UserRow => ({
    ...blankUser({
      id: randomUUID(),
      role: one.role,
      givenName: one.givenName,
      familyName: one.familyName,
      nameKey: nameKey(one),
      createdAt: new Date(now),
    }),
    ...one,
    passwordHash: one.userName === null ? null : passwordHash,
    isKeeper: index === firstTeacher,
  }));
  await defineUsers(sequelize).bulkCreate(rows);
  return rows;
}
