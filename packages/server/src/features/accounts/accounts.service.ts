import { compareNames, nameKey, type Actor, type StudentName } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import type { Me, SignInRequest } from '../../contract';
import { Problem } from '../../http/problem';
import { defineUsers, type UserRow } from './accounts.model';
import { hashPassword, passwordMatches } from './passwords';

export type Person = Pick<UserRow, 'id' | 'role' | 'userName' | 'givenName' | 'familyName'>;

const PERSON = ['id', 'role', 'userName', 'givenName', 'familyName'] as const;

/** How a person is written in full. */
export const fullName = ({ givenName, familyName }: StudentName): string => `${givenName} ${familyName}`.trim();

/** People who can sign in, and students whom a teacher has put on a roster but who have not joined yet. */
export function accountsService({ sequelize }: { sequelize: Sequelize }) {
  const users = defineUsers(sequelize);
  const asPerson = (row: unknown) => row as Person;

  return {
    async me(actor: Actor): Promise<Me | null> {
      if (actor.role === 'anonymous') return null;
      const row = await users.findByPk(actor.userId, { attributes: [...PERSON], raw: true });
      if (!row) return null;
      const person = asPerson(row);
      return { id: person.id, role: person.role, userName: person.userName ?? '', givenName: person.givenName, familyName: person.familyName };
    },

    /** @throws Problem `session.wrong`, the same for an unknown name and a wrong password */
    async checkSignIn({ userName, password }: SignInRequest): Promise<Person> {
      const row = (await users.findOne({ where: { userName: userName.toLowerCase() }, raw: true })) as unknown as UserRow | null;
      if (!(await passwordMatches(row?.passwordHash ?? null, password)) || !row) throw new Problem('session.wrong');
      return row;
    },

    async people(ids: readonly string[]): Promise<Map<string, Person>> {
      if (ids.length === 0) return new Map();
      const rows = await users.findAll({ attributes: [...PERSON], where: { id: { [Op.in]: [...new Set(ids)] } }, raw: true });
      return new Map(rows.map((row) => [asPerson(row).id, asPerson(row)]));
    },

    /** Who among these has the same name without case and accents? */
    async sameNames(ids: readonly string[], names: readonly StudentName[]): Promise<Person[]> {
      if (ids.length === 0) return [];
      const rows = await users.findAll({ attributes: [...PERSON], where: { id: { [Op.in]: [...ids] }, nameKey: { [Op.in]: names.map(nameKey) } }, raw: true });
      return rows.map(asPerson).sort(compareNames);
    },

    /** New people without a sign-in, in one statement. @param now instant of creation */
    async addStudents(names: readonly StudentName[], now: number, transaction: Transaction): Promise<Person[]> {
      const rows: UserRow[] = names.map((name) => ({
        id: randomUUID(),
        role: 'student',
        userName: null,
        ...name,
        nameKey: nameKey(name),
        passwordHash: null,
        createdAt: new Date(now),
      }));
      await users.bulkCreate(rows, { transaction });
      return rows;
    },

    /** Hashing is slow on purpose, so it is done before a transaction begins. */
    hashPassword,

    /**
     * Gives a person a sign-in they do not have yet.
     * @throws Problem `join.alreadyClaimed` if they have one by now; a taken name fails on its unique key
     */
    async giveSignIn(id: string, signIn: { userName: string; passwordHash: string }, transaction: Transaction): Promise<void> {
      const [changed] = await users.update(signIn, { where: { id, userName: null }, transaction });
      if (changed === 0) throw new Problem('join.alreadyClaimed');
    },

    async addTeacher(teacher: StudentName & { userName: string; password: string }, now: number): Promise<Person> {
      const { password, ...rest } = teacher;
      const row: UserRow = {
        id: randomUUID(),
        role: 'teacher',
        ...rest,
        userName: rest.userName.toLowerCase(),
        nameKey: nameKey(teacher),
        passwordHash: await hashPassword(password),
        createdAt: new Date(now),
      };
      await users.create(row);
      return row;
    },

    /** For the demo school: people with or without a sign-in, all with one password. */
    async plant(people: (StudentName & { role: UserRow['role']; userName: string | null })[], password: string, now: number): Promise<Person[]> {
      const passwordHash = await hashPassword(password);
      const rows = people.map((one): UserRow => ({
        id: randomUUID(),
        ...one,
        nameKey: nameKey(one),
        passwordHash: one.userName === null ? null : passwordHash,
        createdAt: new Date(now),
      }));
      await users.bulkCreate(rows);
      return rows;
    },

    /** Is anybody here yet? */
    isEmpty: async (): Promise<boolean> => (await users.count()) === 0,
  };
}

export type AccountsService = ReturnType<typeof accountsService>;
