import { compareNames, localDateAt, type Actor, type Language, type LocalDate, type StudentName } from '@jolly/core';
import { createHash, randomUUID } from 'node:crypto';
import { Op, UniqueConstraintError, type Sequelize, type Transaction } from 'sequelize';
import { countsBy, rowsOf } from '../../db/rows';
import { noteChange } from '../../db/class-changes';
import type { RosterStudent, StudentChange } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName, type NewStudent, type Person, type PersonDetails } from '../accounts/person';
import type { TicketsService } from '../accounts/tickets.service';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { PersonsService } from './persons.service';
import { defineMemberships, type MembershipRow } from './roster.model';

/** A student in a class, with the days between which the class's work is theirs. */
export interface Member {
  classId: string;
  student: Person;
  joined: LocalDate;
  left: LocalDate | null;
  shownAs: string | null;
  simpleView: boolean | null;
  /** the language in which this class's teachers give them their words; null: their own */
  wordsLanguage: Language | null;
}

export const MOST_STUDENTS = 5000;
/** Before any day of school: everything in a class is its practice student's. */
const ALWAYS = '2000-01-01';

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  persons: PersonsService;
  tickets: TicketsService;
}

/** A student of a class from a day on. */
export const newRow = (classId: string, userId: string, joinedOn: LocalDate): MembershipRow => ({
  id: randomUUID(),
  classId,
  userId,
  joinedOn,
  leftOn: null,
  shownAs: null,
  isPractice: false,
  simpleView: null,
  wordsLanguage: null,
});

type Teacher = Actor & { userId: string };
const definedOnly = (changes: Partial<StudentName>) =>
  Object.fromEntries(Object.entries(changes).filter(([, value]) => value !== undefined)) as Partial<StudentName>;

// The same for the same class, so that two who ask at once make one practice student and not two.
function practiceIdOf(classId: string): string {
  const digest = createHash('sha256').update(`practice ${classId}`).digest('hex');
  return `${digest.slice(0, 8)}-${digest.slice(8, 12)}-4${digest.slice(13, 16)}-a${digest.slice(17, 20)}-${digest.slice(20, 32)}`;
}

/** Who is in a class. Whoever has left keeps their record and can return; the practice student is in no list. */
export function rosterService({ sequelize, accounts, classes, persons, tickets }: Collaborators) {
  const memberships = defineMemberships(sequelize);

  /** The members of classes by name. Named students are found whoever they are, the practice student too. */
  async function membersOf(classIds: readonly string[], studentIds?: readonly string[]): Promise<Member[]> {
    if (classIds.length === 0) return [];
    const rows = await rowsOf(memberships, {
      where: { classId: { [Op.in]: [...classIds] }, ...(studentIds ? { userId: { [Op.in]: [...studentIds] } } : { isPractice: false }) },
      limit: MOST_STUDENTS * classIds.length,
    });
    const people = await accounts.people(rows.map((row) => row.userId));
    return rows
      .map((row) => ({
        classId: row.classId,
        student: people.get(row.userId)!,
        joined: row.joinedOn,
        left: row.leftOn,
        shownAs: row.shownAs,
        simpleView: row.simpleView === null ? null : Boolean(row.simpleView),
        wordsLanguage: row.wordsLanguage,
      }))
      .sort((a, b) => compareNames(a.student, b.student) || (a.student.id < b.student.id ? -1 : 1));
  }

  async function setLeft(classId: string, userId: string, { from, to }: { from?: null; to: LocalDate | null }): Promise<void> {
    await inTransaction(sequelize, async (transaction) => {
      const where = { classId, userId, ...(from === undefined ? {} : { leftOn: from }) };
      await memberships.update({ leftOn: to }, { where, transaction });
      noteChange(transaction, { classes: [classId] });
    });
  }

  const service = {
    membersOf,

    /** Comes into the class, or back into it. @throws Problem `roster.alreadyIn` */
    async comeIn(found: SchoolClass, userId: string, now: number, transaction: Transaction, shownAs: string | null = null): Promise<void> {
      noteChange(transaction, { classes: [found.id] });
      const [returned] = await memberships.update(
        { leftOn: null },
        { where: { classId: found.id, userId, leftOn: { [Op.ne]: null } }, transaction },
      );
      if (returned === 0)
        await memberships.create({ ...newRow(found.id, userId, localDateAt(found.calendar.zone, now)), shownAs }, { transaction });
    },

    /** A new student of the class, from today on. */
    async addMember(found: SchoolClass, userId: string, now: number, transaction: Transaction): Promise<void> {
      noteChange(transaction, { classes: [found.id] });
      await memberships.create(newRow(found.id, userId, localDateAt(found.calendar.zone, now)), { transaction });
    },

    async classesOf(studentId: string): Promise<string[]> {
      const rows = await rowsOf(memberships, {
        attributes: ['classId'],
        where: { userId: studentId },
        limit: 200,
      });
      return rows.map((row) => row.classId);
    },

    /** Every class that one of these students is or was in. */
    async classesOfAll(studentIds: readonly string[]): Promise<string[]> {
      if (studentIds.length === 0) return [];
      const rows = await rowsOf(memberships, {
        attributes: ['classId'],
        where: { userId: { [Op.in]: [...studentIds] }, isPractice: false },
        group: ['classId'],
        limit: 1000,
      });
      return rows.map((row) => row.classId);
    },

    async countOf(classIds: readonly string[]): Promise<Map<string, number>> {
      if (classIds.length === 0) return new Map();
      return countsBy(memberships, 'classId', { where: { classId: { [Op.in]: [...classIds] }, leftOn: null, isPractice: false } });
    },

    /** Members with what the school's records say of them. */
    async detailsOf(classId: string, studentIds?: readonly string[]): Promise<(Member & { student: PersonDetails })[]> {
      const members = await membersOf([classId], studentIds);
      const people = await accounts.details(members.map((member) => member.student.id));
      return members.map((member) => ({ ...member, student: people.get(member.student.id)! }));
    },

    async roster(actor: Teacher, classId: string, now: number): Promise<RosterStudent[]> {
      await classes.forTeacher(actor, 'roster.look', classId);
      const members = await service.detailsOf(classId);
      const mayHelp = await persons.mayHelp(
        actor.userId,
        members.map((member) => member.student.id),
      );
      const invited = await tickets.invitedAt(
        members.map((member) => member.student.id),
        now,
      );
      return members.map(({ student, joined, left, shownAs, simpleView, wordsLanguage }) => ({
        id: student.id,
        givenName: student.givenName,
        familyName: student.familyName,
        shownAs,
        joined,
        left,
        userName: student.userName,
        email: student.email,
        schoolNumber: student.schoolNumber,
        hasPassword: student.hasPassword,
        cardMadeAt: student.cardMadeAt?.getTime() ?? null,
        invitedAt: invited.get(student.id) ?? null,
        simpleView,
        wordsLanguage,
        ownView: student.ownView,
        elsewhere: !mayHelp.has(student.id),
      }));
    },

    /** The chosen students of a class, if this teacher may give them a sign-in. @throws Problem `thing.unknown` if one is not in it, `student.elsewhere` */
    async chosen(
      actor: Teacher,
      action: 'roster.edit' | 'signIn.give',
      classId: string,
      studentIds: readonly string[],
    ): Promise<(Member & { student: PersonDetails })[]> {
      await classes.forTeacher(actor, action, classId);
      const members = (await service.detailsOf(classId, studentIds)).filter(
        (member) => member.left === null && member.student.id !== practiceIdOf(classId),
      );
      if (members.length !== studentIds.length) throw new Problem('thing.unknown');
      await persons.require(actor, studentIds);
      return members;
    },

    /** Corrects what is known of a student: name, address, number; and of this class the name for classmates, the view and the language. */
    async change(
      actor: Teacher,
      classId: string,
      studentId: string,
      { shownAs, simpleView, wordsLanguage, ...changes }: StudentChange,
      now: number,
    ): Promise<void> {
      const found = await classes.forTeacher(actor, 'roster.edit', classId);
      const [member] = await service.detailsOf(classId, [studentId]);
      if (!member) throw new Problem('thing.unknown');
      const differs = (Object.keys(changes) as (keyof typeof changes)[]).some(
        (field) => changes[field] !== undefined && changes[field] !== member.student[field],
      );
      if (differs) await persons.require(actor, [studentId]);
      await inTransaction(sequelize, async (transaction) => {
        if (differs) {
          await accounts.changePerson(studentId, changes, transaction);
          const name = fullName({ ...member.student, ...definedOnly(changes) });
          await persons.tell('nameChanged', actor.userId, found, [{ id: studentId, word: name }], randomUUID(), now, transaction);
        }
        if (shownAs !== undefined) await memberships.update({ shownAs }, { where: { classId, userId: studentId }, transaction });
        if (wordsLanguage !== undefined)
          await memberships.update({ wordsLanguage }, { where: { classId, userId: studentId }, transaction });
        if (simpleView !== undefined) {
          await memberships.update({ simpleView }, { where: { classId, userId: studentId }, transaction });
          await accounts.chooseView(studentId, null, transaction);
        }
        noteChange(transaction, { classes: [classId] });
      });
    },

    /** The student has left; what they did stays. */
    async leave(actor: Actor, classId: string, studentId: string, now: number): Promise<void> {
      const { calendar } = await classes.forTeacher(actor, 'roster.edit', classId);
      if ((await membersOf([classId], [studentId])).length === 0) throw new Problem('thing.unknown');
      await setLeft(classId, studentId, { from: null, to: localDateAt(calendar.zone, now) });
    },

    /** A student who had left is in the class again, with everything they did before. */
    async comeBack(actor: Actor, classId: string, studentId: string): Promise<void> {
      await classes.forTeacher(actor, 'roster.edit', classId);
      if ((await membersOf([classId], [studentId])).length === 0) throw new Problem('thing.unknown');
      await setLeft(classId, studentId, { to: null });
    },

    /** What an import decided, in the caller's transaction. */
    async apply(
      found: SchoolClass,
      of: {
        add: (NewStudent & { shownAs?: string; id: string | null })[];
        back: string[];
        left: { id: string; on: LocalDate | null }[];
        shownAs: { id: string; shownAs: string }[];
      },
      now: number,
      broughtBy: string,
      transaction: Transaction,
    ): Promise<void> {
      noteChange(transaction, { classes: [found.id] });
      const today = localDateAt(found.calendar.zone, now);
      const fresh = of.add.filter((one) => one.id === null);
      const made = await accounts.addStudents(
        fresh.map(({ id: _, shownAs: __, ...student }) => student),
        broughtBy,
        now,
        transaction,
      );
      const idOf = new Map(fresh.map((one, index) => [one, made[index]!.id]));
      await memberships.bulkCreate(
        of.add.map((one) => ({ ...newRow(found.id, one.id ?? idOf.get(one)!, today), shownAs: one.shownAs ?? null })),
        { transaction },
      );
      if (of.back.length > 0)
        await memberships.update({ leftOn: null }, { where: { classId: found.id, userId: { [Op.in]: of.back } }, transaction });
      for (const { id, on } of of.left)
        await memberships.update({ leftOn: on ?? today }, { where: { classId: found.id, userId: id, leftOn: null }, transaction });
      for (const { id, shownAs } of of.shownAs)
        await memberships.update({ shownAs }, { where: { classId: found.id, userId: id }, transaction });
    },

    /** The practice student of a class, made when first asked for. */
    async practiceStudent(actor: Actor, classId: string, now: number): Promise<{ id: string; found: SchoolClass }> {
      const found = await classes.forTeacher(actor, 'practice.enter', classId);
      const id = practiceIdOf(classId);
      if ((await membersOf([classId], [id])).length === 0) {
        try {
          await inTransaction(sequelize, async (transaction) => {
            await accounts.addPractice(id, now, transaction);
            await memberships.create({ ...newRow(classId, id, ALWAYS), isPractice: true }, { transaction });
            noteChange(transaction, { classes: [classId] });
          });
        } catch (error) {
          if (!(error instanceof UniqueConstraintError)) throw error;
        }
      }
      return { id, found };
    },
  };
  return service;
}

export type RosterService = ReturnType<typeof rosterService>;
