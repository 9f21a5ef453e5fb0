import { mayForPerson, type Actor, type PersonRelation } from '@jolly/core';
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import type { HelperReply, NewsKind } from '../../contract';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { NewsService, Telling } from '../news/news.service';

type Teacher = Actor & { userId: string };
type Student = Actor & { userId: string };

/** What is done to a student that concerns more than one class, as the student is told of it. */
export type PersonAct = Extract<
  NewsKind,
  'passwordGiven' | 'cardMade' | 'cardRevoked' | 'nameChanged' | 'familyInvited' | 'familyLinked' | 'familyUnlinked'
>;

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  news: NewsService;
}

/**
 * What concerns a student beyond one class: who may do it (`mayForPerson` of the core), whom the student lets help, and that
 * the student is told of each such act.
 */
export function personsService({ sequelize, accounts, classes, news }: Collaborators) {
  /** How a teacher stands to students as persons. */
  async function relations(teacherId: string, studentIds: readonly string[]): Promise<Map<string, PersonRelation>> {
    if (studentIds.length === 0) return new Map();
    const rows = await sequelize.query<{ id: string; classes: number; taught: number; broughtIn: number; allowed: number }>(
      `SELECT u.id, COUNT(c.id) AS classes, COUNT(t.user_id) AS taught, MAX(u.brought_by <=> ?) AS broughtIn,
         EXISTS (SELECT 1 FROM student_helpers h WHERE h.student_id = u.id AND h.teacher_id = ?) AS allowed
       FROM users u
       LEFT JOIN class_students m ON m.user_id = u.id AND m.left_on IS NULL
       LEFT JOIN classes c ON c.id = m.class_id AND c.put_away_at IS NULL
       LEFT JOIN class_teachers t ON t.class_id = c.id AND t.user_id = ?
       WHERE u.id IN (?) GROUP BY u.id`,
      { replacements: [teacherId, teacherId, teacherId, [...new Set(studentIds)]], type: QueryTypes.SELECT },
    );
    return new Map(
      rows.map((row) => [
        row.id,
        { classes: Number(row.classes), taught: Number(row.taught), broughtIn: Boolean(row.broughtIn), allowed: Boolean(row.allowed) },
      ]),
    );
  }

  const service = {
    relations,

    /** Those of some students for whom this teacher may do what concerns more than one class. */
    async mayHelp(teacherId: string, studentIds: readonly string[]): Promise<Set<string>> {
      return new Set([...(await relations(teacherId, studentIds))].flatMap(([id, relation]) => (mayForPerson(relation) ? [id] : [])));
    },

    /** Those of some students who are or were in a class of this teacher's, or whom they brought in: they know them already. */
    async knownTo(teacherId: string, studentIds: readonly string[]): Promise<Set<string>> {
      if (studentIds.length === 0) return new Set();
      const rows = await sequelize.query<{ id: string }>(
        `SELECT u.id FROM users u WHERE u.id IN (?) AND (u.brought_by = ? OR EXISTS (
           SELECT 1 FROM class_students m JOIN class_teachers t ON t.class_id = m.class_id AND t.user_id = ? WHERE m.user_id = u.id))`,
        { replacements: [[...new Set(studentIds)], teacherId, teacherId], type: QueryTypes.SELECT },
      );
      return new Set(rows.map((row) => row.id));
    },

    /** @throws Problem `student.elsewhere` or `student.broughtElsewhere`, naming who may, unless this teacher may do it for all of these students */
    async require(teacher: Teacher, studentIds: readonly string[]): Promise<void> {
      const may = await service.mayHelp(teacher.userId, studentIds);
      const refused = [...new Set(studentIds)].filter((id) => !may.has(id));
      if (refused.length === 0) return;
      const people = await accounts.details(refused);
      const broughtBy = await accounts.people([...people.values()].flatMap((one) => one.broughtBy ?? []));
      const named = refused.slice(0, 5).map((id) => fullName(people.get(id)!));
      const helpers = [...new Set([...broughtBy.values()].map(fullName))].slice(0, 3);
      const who = `${named.join(', ')}${refused.length > named.length ? ` (+ ${refused.length - named.length})` : ''}`;
      throw helpers.length > 0
        ? new Problem('student.broughtElsewhere', { values: { who, helpers: helpers.join(', ') } })
        : new Problem('student.elsewhere', { values: { who } });
    },

    /** Tells students what was done that concerns them as a person; the acts of one request are told once. */
    async tell(
      act: PersonAct,
      teacherId: string,
      found: SchoolClass,
      students: readonly { id: string; word?: string }[],
      key: string,
      now: number,
      transaction: Transaction,
    ): Promise<void> {
      const who = (await accounts.people([teacherId])).get(teacherId);
      const tellings = students.map(({ id, word }): Telling => ({
        userId: id,
        kind: act,
        onceKey: `${act}:${key}:${id}`,
        assignmentId: null,
        classId: found.id,
        zone: found.calendar.zone,
        data: { title: '', className: found.label, who: who ? fullName(who) : '', ...(word ? { word } : {}) },
      }));
      await news.tell(tellings, now, transaction);
    },

    /** The teachers of a student's classes, and which of them may help with the sign-in. */
    async helpersOf(student: Student): Promise<HelperReply[]> {
      const rows = await sequelize.query<{ id: string; classId: string }>(
        `SELECT DISTINCT t.user_id AS id, c.id AS classId FROM class_students m JOIN classes c ON c.id = m.class_id AND c.put_away_at IS NULL
         JOIN class_teachers t ON t.class_id = c.id WHERE m.user_id = ? AND m.left_on IS NULL LIMIT 500`,
        { replacements: [student.userId], type: QueryTypes.SELECT },
      );
      const ids = [...new Set(rows.map((row) => row.id))];
      const [people, found, chosen, me] = await Promise.all([
        accounts.people(ids),
        classes.load([...new Set(rows.map((row) => row.classId))]),
        sequelize.query<{ id: string }>('SELECT teacher_id AS id FROM student_helpers WHERE student_id = ?', {
          replacements: [student.userId],
          type: QueryTypes.SELECT,
        }),
        accounts.details([student.userId]),
      ]);
      const labels = new Map(found.map((one) => [one.id, one.label]));
      const allowed = new Set(chosen.map((row) => row.id));
      const may = await Promise.all(
        ids.map(async (id) => ({ id, may: mayForPerson((await relations(id, [student.userId])).get(student.userId)!) })),
      );
      return ids
        .flatMap((id) => people.get(id) ?? [])
        .map((person) => ({
          id: person.id,
          name: fullName(person),
          classes: rows.filter((row) => row.id === person.id).map((row) => labels.get(row.classId) ?? ''),
          // Who may anyhow cannot be forbidden here: they brought the student in, or teach every class there is.
          always: !allowed.has(person.id) && may.some((one) => one.id === person.id && one.may),
          broughtIn: me.get(student.userId)?.broughtBy === person.id,
          allowed: allowed.has(person.id),
        }))
        .sort((a, b) => a.name.localeCompare(b.name, 'en'));
    },

    /** The student lets a teacher of theirs help with the sign-in, or no longer. @throws Problem `thing.unknown` */
    async allow(student: Student, teacherId: string, allowed: boolean, now: number): Promise<HelperReply[]> {
      if (!(await service.helpersOf(student)).some((one) => one.id === teacherId)) throw new Problem('thing.unknown');
      await sequelize.query(
        allowed
          ? 'INSERT IGNORE INTO student_helpers (student_id, teacher_id, since) VALUES (?, ?, ?)'
          : 'DELETE FROM student_helpers WHERE student_id = ? AND teacher_id = ?',
        { replacements: allowed ? [student.userId, teacherId, new Date(now)] : [student.userId, teacherId] },
      );
      return service.helpersOf(student);
    },
  };
  return service;
}

export type PersonsService = ReturnType<typeof personsService>;
