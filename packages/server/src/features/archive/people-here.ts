import { nameKey } from '@jolly/core';
import { createHash } from 'node:crypto';
import { QueryTypes, type Sequelize } from 'sequelize';
import type { ArchivePerson } from './archive-format';

interface Here extends ArchivePerson {
  nameKey: string;
}

/** An id that follows from two others: the same each time, no other's, and of the form that all ids here have. */
export function idFrom(space: string, id: string): string {
  const hex = createHash('sha256').update(`${space}:${id}`).digest('hex');
  const variant = '89ab'[Number.parseInt(hex[16]!, 16) % 4]!;
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-${variant}${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

/**
 * Whom a teacher already has to do with: themself, the students and teachers of classes they teach, and these students' families.
 * Only among them is anybody of an archive recognised, so that nobody can put a stranger into a class by writing their id into a file.
 * A keeper of the school has to do with everybody.
 */
const CIRCLE = `SELECT u.id, u.role, u.given_name AS givenName, u.family_name AS familyName, u.school_number AS schoolNumber,
    u.source_id AS sourceId, u.name_key AS nameKey
  FROM users u
  WHERE (u.id IN (:ids) OR u.source_id IN (:sourceIds) OR u.school_number IN (:numbers))
  AND (u.id = :teacher
    OR EXISTS (SELECT 1 FROM users k WHERE k.id = :teacher AND k.is_keeper = 1)
    OR u.id IN (SELECT s.user_id FROM class_students s JOIN class_teachers t ON t.class_id = s.class_id WHERE t.user_id = :teacher)
    OR u.id IN (SELECT c.user_id FROM class_teachers c JOIN class_teachers t ON t.class_id = c.class_id WHERE t.user_id = :teacher)
    OR u.id IN (SELECT l.family_id FROM family_links l JOIN class_students s ON s.user_id = l.student_id
      JOIN class_teachers t ON t.class_id = s.class_id WHERE t.user_id = :teacher))`;

const AT_ONCE = 500;
/** Under which id somebody stands who is known by their name alone; the same from every archive that they are in. */
const nameOnly = (id: string) => idFrom('person', id);

/**
 * Who of an archive is here already: by their id, by the one they had when they first came by name alone, by the id of the records
 * system, or by school number and name.
 * @returns by id in the archive, the id here; nobody stands for two
 */
export async function recognised(sequelize: Sequelize, teacherId: string, people: readonly ArchivePerson[]): Promise<Map<string, string>> {
  const found = new Map<string, string>();
  const taken = new Set<string>();
  for (let at = 0; at < people.length; at += AT_ONCE) {
    const some = people.slice(at, at + AT_ONCE);
    const here = await sequelize.query<Here>(CIRCLE, {
      replacements: {
        teacher: teacherId,
        ids: some.flatMap(({ id }) => [id, nameOnly(id)]),
        sourceIds: ['', ...some.flatMap((one) => one.sourceId ?? [])],
        numbers: ['', ...some.flatMap((one) => one.schoolNumber ?? [])],
      },
      type: QueryTypes.SELECT,
    });
    for (const one of some) {
      const same = (other: Here) =>
        other.role === one.role &&
        !taken.has(other.id) &&
        (other.id === one.id ||
          other.id === nameOnly(one.id) ||
          (one.sourceId !== null && other.sourceId === one.sourceId) ||
          (one.schoolNumber !== null && other.schoolNumber === one.schoolNumber && other.nameKey === nameKey(one)));
      const match = here.find((other) => other.id === one.id && same(other)) ?? here.find(same);
      if (!match) continue;
      found.set(one.id, match.id);
      taken.add(match.id);
    }
  }
  return found;
}

/** Ids and numbers of people that are given here already, to anybody. */
export async function givenKeys(sequelize: Sequelize, people: readonly ArchivePerson[]): Promise<Set<string>> {
  const given = new Set<string>();
  for (let at = 0; at < people.length; at += AT_ONCE) {
    const some = people.slice(at, at + AT_ONCE);
    const rows = await sequelize.query<{ id: string; schoolNumber: string | null; sourceId: string | null }>(
      'SELECT id, school_number AS schoolNumber, source_id AS sourceId FROM users WHERE id IN (:ids) OR source_id IN (:sourceIds) OR school_number IN (:numbers)',
      {
        replacements: {
          ids: some.map((one) => nameOnly(one.id)),
          sourceIds: ['', ...some.flatMap((one) => one.sourceId ?? [])],
          numbers: ['', ...some.flatMap((one) => one.schoolNumber ?? [])],
        },
        type: QueryTypes.SELECT,
      },
    );
    for (const { id, schoolNumber, sourceId } of rows) {
      given.add(id);
      if (schoolNumber !== null) given.add(`number ${schoolNumber}`);
      if (sourceId !== null) given.add(`source ${sourceId}`);
    }
  }
  return given;
}

/** People who come by their name alone. @param space makes ids of their own where the usual one is somebody else's already */
export function byNameAlone(
  people: readonly ArchivePerson[],
  given: ReadonlySet<string>,
  space: string,
): (ArchivePerson & { from: string })[] {
  const [numbers, sources] = [new Set<string>(), new Set<string>()];
  const once = (value: string | null, kind: string, used: Set<string>) => {
    if (value === null || given.has(`${kind} ${value}`) || used.has(value)) return null;
    used.add(value);
    return value;
  };
  return people.map((one) => ({
    ...one,
    from: one.id,
    id: given.has(nameOnly(one.id)) ? idFrom(space, one.id) : nameOnly(one.id),
    schoolNumber: once(one.schoolNumber, 'number', numbers),
    sourceId: once(one.sourceId, 'source', sources),
  }));
}
