import type { Actor, Language, StudentName } from '@jolly/core';
import { compareNames, may } from '@jolly/core';
import { Op, type Sequelize, type Transaction, type WhereOptions } from 'sequelize';
import { rowByKey, rowsOf } from '../../db/rows';
import type { FamilyHomeReply, FamilySettings } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName, type PersonDetails } from '../accounts/person';
import { defineFamilies, type FamilySettingRow } from './families.model';

export type Family = Actor & { userId: string };

/** A family member as letters reach them. */
export interface LinkedFamily {
  id: string;
  name: string;
  email: string | null;
  language: Language;
  since: number;
}

/** A family member who wants to be told at once, and how. */
export type AtOnceFamily = Pick<FamilySettingRow, 'familyId' | 'language' | 'letterShows'>;

/** Who is of whose family, and how they want to be told. */
export function familiesService({ sequelize, accounts }: { sequelize: Sequelize; accounts: AccountsService }) {
  const { links, settings } = defineFamilies(sequelize);

  const linksOf = async (where: { familyId?: string; studentId?: unknown }) =>
    await rowsOf(links, { where: where as never, order: [['since', 'ASC']] });
  async function settingsOf(familyIds: readonly string[]): Promise<Map<string, FamilySettingRow>> {
    const rows = await rowsOf(settings, { where: { familyId: { [Op.in]: [...familyIds] } } });
    return new Map(rows.map((row) => [row.familyId, row]));
  }

  const service = {
    /** A family's children. */
    async childrenOf(familyId: string): Promise<(StudentName & { id: string })[]> {
      const rows = await linksOf({ familyId });
      const people = await accounts.people(rows.map((row) => row.studentId));
      return rows.flatMap((row) => people.get(row.studentId) ?? []).map(({ id, givenName, familyName }) => ({ id, givenName, familyName })).sort(compareNames); // prettier-ignore
    },

    /** @throws Problem `thing.unknown` for anybody who is not this family's */
    async child(
      family: Actor,
      action: 'child.look' | 'child.talk' | 'child.absence' | 'child.ask' | 'child.tick',
      studentId: string,
    ): Promise<StudentName & { id: string }> {
      const own = family.role === 'family' ? (await service.childrenOf(family.userId)).find((one) => one.id === studentId) : undefined;
      if (may(family, action, { relation: own ? 'family' : 'none', own: own !== undefined }) !== 'allowed')
        throw new Problem('thing.unknown');
      return own!;
    },

    /** The families of some students. */
    async ofStudents(studentIds: readonly string[]): Promise<Map<string, LinkedFamily[]>> {
      const result = new Map<string, LinkedFamily[]>();
      if (studentIds.length === 0) return result;
      const rows = await linksOf({ studentId: { [Op.in]: [...studentIds] } });
      const ids = rows.map((row) => row.familyId);
      const [people, chosen] = await Promise.all([accounts.details(ids), settingsOf(ids)]);
      for (const row of rows) {
        const person = people.get(row.familyId);
        if (!person) continue;
        const one: LinkedFamily = {
          id: person.id,
          name: fullName(person),
          email: person.email,
          language: chosen.get(person.id)?.language ?? 'en',
          since: row.since.getTime(),
        };
        result.set(row.studentId, [...(result.get(row.studentId) ?? []), one]);
      }
      for (const all of result.values()) all.sort((a, b) => a.name.localeCompare(b.name, 'en'));
      return result;
    },

    /** Ids of the families of some students, by student. */
    async idsOf(studentIds: readonly string[]): Promise<Map<string, string[]>> {
      const found = new Map<string, string[]>();
      if (studentIds.length === 0) return found;
      for (const { studentId, familyId } of await linksOf({ studentId: { [Op.in]: [...studentIds] } }))
        found.set(studentId, [...(found.get(studentId) ?? []), familyId]);
      return found;
    },

    /** Those of some students' families who want to be told at once, by student. */
    atOnceOf: (studentIds: readonly string[]): Promise<Map<string, AtOnceFamily[]>> => service.toldOf(studentIds, ['atOnce']),

    /** Those of some students' families who chose to be told in one of these ways, by student. */
    async toldOf(studentIds: readonly string[], ways: readonly string[]): Promise<Map<string, AtOnceFamily[]>> {
      const found = new Map<string, AtOnceFamily[]>();
      if (studentIds.length === 0) return found;
      const rows = await linksOf({ studentId: { [Op.in]: [...studentIds] } });
      const chosen = await settingsOf(rows.map((row) => row.familyId));
      for (const { studentId, familyId } of rows) {
        const own = chosen.get(familyId);
        if (own && ways.includes(own.telling))
          found.set(studentId, [...(found.get(studentId) ?? []), { familyId, language: own.language, letterShows: own.letterShows }]);
      }
      return found;
    },

    /** Makes somebody a family of a student; again does nothing. */
    async link(familyId: string, studentId: string, now: number, transaction: Transaction): Promise<void> {
      await links.bulkCreate([{ familyId, studentId, since: new Date(now) }], { ignoreDuplicates: true, transaction });
    },

    /** @throws Problem `thing.unknown` if they are not linked */
    async unlink(familyId: string, studentId: string, transaction: Transaction): Promise<void> {
      if ((await links.destroy({ where: { familyId, studentId }, transaction })) === 0) throw new Problem('thing.unknown');
    },

    async begin(
      familyId: string,
      { language, telling }: Pick<FamilySettings, 'language' | 'telling'>,
      now: number,
      transaction: Transaction,
    ): Promise<void> {
      await settings.create(
        { familyId, language, telling, letterShows: 'score', weeklyFor: null, lookedAt: new Date(now) },
        { transaction },
      );
    },

    async home(family: Family): Promise<FamilyHomeReply> {
      const [children, chosen] = await Promise.all([service.childrenOf(family.userId), settingsOf([family.userId])]);
      const { language, telling, letterShows } = chosen.get(family.userId) ?? { language: 'en', telling: 'weekly', letterShows: 'score' };
      return { language, telling, letterShows, children };
    },

    /** From when on somebody is told at once, they are told of what happens from then on. */
    async choose(family: Family, { language, telling, letterShows }: FamilySettings, now: number): Promise<void> {
      await inTransaction(sequelize, async (transaction) => {
        const row = (await rowByKey(settings, family.userId, { transaction, lock: true }))!;
        await settings.update(
          { language, telling, letterShows, ...(row.telling === 'atOnce' ? {} : { lookedAt: new Date(now) }) },
          { where: { familyId: family.userId }, transaction },
        );
      });
    },

    /** Families who are told in a way and whose turn it is. */
    async toTell(where: WhereOptions<FamilySettingRow>, limit: number): Promise<(FamilySettingRow & { person: PersonDetails })[]> {
      const rows = await rowsOf(settings, { where, limit });
      const people = await accounts.details(rows.map((row) => row.familyId));
      return rows.flatMap((row) => (people.has(row.familyId) ? [{ ...row, person: people.get(row.familyId)! }] : []));
    },

    /** Takes a turn: of several servers only one gets it. @returns whether it is this one */
    async takeTurn(
      familyId: string,
      was: object,
      is: Partial<Pick<FamilySettingRow, 'weeklyFor' | 'lookedAt'>>,
      transaction: Transaction,
    ): Promise<boolean> {
      const [taken] = await settings.update(is, { where: { familyId, ...was } as never, transaction });
      return taken > 0;
    },
  };
  return service;
}

export type FamiliesService = ReturnType<typeof familiesService>;
