import { compareNames, localDateAt, nameKey, tidyJoinCode, type Actor, type LocalDate } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, type Sequelize } from 'sequelize';
import type { AddStudentsReply, AddStudentsRequest, JoinPreviewReply, JoinRequest, RosterStudent } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import { fullName, type AccountsService, type Person } from '../accounts/accounts.service';
import type { ClassesService } from '../classes/classes.service';
import { defineMemberships, type MembershipRow } from './roster.model';

/** A student in a class, with the days between which the class's work is theirs. */
export interface Member {
  classId: string;
  student: Person;
  joined: LocalDate;
  left: LocalDate | null;
}

const MOST_STUDENTS = 400;

/** Who is in a class: typed by a teacher, or joined with the code. Whoever has left keeps their record. */
export function rosterService({ sequelize, accounts, classes }: { sequelize: Sequelize; accounts: AccountsService; classes: ClassesService }) {
  const memberships = defineMemberships(sequelize);

  async function membersOf(classIds: readonly string[], studentIds?: readonly string[]): Promise<Member[]> {
    if (classIds.length === 0) return [];
    const rows = (await memberships.findAll({
      where: { classId: { [Op.in]: [...classIds] }, ...(studentIds ? { userId: { [Op.in]: [...studentIds] } } : {}) },
      limit: MOST_STUDENTS * classIds.length,
      raw: true,
    })) as unknown as MembershipRow[];
    const people = await accounts.people(rows.map((row) => row.userId));
    return rows
      .map((row) => ({ classId: row.classId, student: people.get(row.userId)!, joined: row.joinedOn, left: row.leftOn }))
      .sort((a, b) => compareNames(a.student, b.student) || (a.student.id < b.student.id ? -1 : 1));
  }

  const toReply = ({ student, joined, left }: Member): RosterStudent => ({
    id: student.id,
    givenName: student.givenName,
    familyName: student.familyName,
    userName: student.userName,
    joined,
    left,
  });

  const service = {
    membersOf,

    async classesOf(studentId: string): Promise<string[]> {
      const rows = (await memberships.findAll({ attributes: ['classId'], where: { userId: studentId }, limit: 60, raw: true })) as unknown as MembershipRow[];
      return rows.map((row) => row.classId);
    },

    async countOf(classIds: readonly string[]): Promise<Map<string, number>> {
      if (classIds.length === 0) return new Map();
      const rows = (await memberships.count({ where: { classId: { [Op.in]: [...classIds] }, leftOn: null }, group: ['classId'] })) as unknown as {
        classId: string;
        count: number;
      }[];
      return new Map(rows.map((row) => [row.classId, Number(row.count)]));
    },

    async roster(actor: Actor, classId: string): Promise<RosterStudent[]> {
      await classes.forTeacher(actor, 'roster.look', classId);
      return (await membersOf([classId])).map(toReply);
    },

    /** All of them or none. @throws Problem `roster.sameName` naming each line, until the teacher says they are meant */
    async add(actor: Actor, classId: string, request: AddStudentsRequest, now: number): Promise<AddStudentsReply> {
      const { calendar } = await classes.forTeacher(actor, 'roster.edit', classId);
      const members = await membersOf([classId]);
      if (members.length + request.students.length > MOST_STUDENTS) throw new Problem('roster.full');
      if (!request.sameNamesMeant) {
        const seen = new Map(members.map((member) => [nameKey(member.student), fullName(member.student)]));
        const errors = request.students.flatMap((name, index) => {
          const twin = seen.get(nameKey(name));
          seen.set(nameKey(name), fullName(name));
          return twin === undefined ? [] : [{ path: `students.${index}`, message: `${fullName(name)} is already here as ${twin}.` }];
        });
        if (errors.length > 0) throw new Problem('roster.sameName', { errors });
      }
      const joined = localDateAt(calendar.zone, now);
      const added = await inTransaction(sequelize, async (transaction) => {
        const people = await accounts.addStudents(request.students, now, transaction);
        await memberships.bulkCreate(
          people.map((person) => ({ id: randomUUID(), classId, userId: person.id, joinedOn: joined, leftOn: null })),
          { transaction },
        );
        return people;
      });
      return { added: added.map((student) => toReply({ classId, student, joined, left: null })) };
    },

    /** The student has left; what they did stays. */
    async leave(actor: Actor, classId: string, studentId: string, now: number): Promise<void> {
      const { calendar } = await classes.forTeacher(actor, 'roster.edit', classId);
      if ((await membersOf([classId], [studentId])).length === 0) throw new Problem('thing.unknown');
      await memberships.update({ leftOn: localDateAt(calendar.zone, now) }, { where: { classId, userId: studentId, leftOn: null } });
    },

    async previewJoin(code: string): Promise<JoinPreviewReply> {
      const found = await classes.byJoinCode(tidyJoinCode(code));
      const teachers = (await classes.teachersOf([found.id])).get(found.id) ?? [];
      return { className: found.name, teachers: teachers.map((teacher) => teacher.name) };
    },

    /**
     * A student joins with the code and chooses a sign-in. Who types the name the teacher put on the roster
     * becomes that student; the roster's names are never shown to whoever holds the code.
     */
    async join(code: string, request: JoinRequest, now: number): Promise<{ person: Person; classId: string; wasOnRoster: boolean }> {
      const found = await classes.byJoinCode(tidyJoinCode(code));
      const { userName, password, ...name } = request;
      const passwordHash = await accounts.hashPassword(password);
      const members = (await membersOf([found.id])).filter((member) => member.left === null);
      const namesakes = await accounts.sameNames(
        members.map((member) => member.student.id),
        [name],
      );
      const expected = namesakes.find((person) => person.userName === null);
      const person = await inTransaction(sequelize, async (transaction) => {
        const [joining] = expected ? [expected] : await accounts.addStudents([name], now, transaction);
        await accounts.giveSignIn(joining!.id, { userName, passwordHash }, transaction);
        if (!expected) {
          await memberships.create({ id: randomUUID(), classId: found.id, userId: joining!.id, joinedOn: localDateAt(found.calendar.zone, now), leftOn: null }, { transaction });
        }
        return joining!;
      });
      return { person, classId: found.id, wasOnRoster: expected !== undefined };
    },

    /** A student who already has a sign-in joins one more class. @throws Problem `roster.alreadyIn` */
    async joinSignedIn(actor: Actor & { userId: string }, code: string, now: number): Promise<{ classId: string }> {
      const found = await classes.byJoinCode(tidyJoinCode(code));
      await memberships.create({ id: randomUUID(), classId: found.id, userId: actor.userId, joinedOn: localDateAt(found.calendar.zone, now), leftOn: null });
      return { classId: found.id };
    },

    /** For the demo school: people into a class from a given day on. */
    async plant(classId: string, people: { userId: string; joined: LocalDate; left?: LocalDate }[]): Promise<void> {
      await memberships.bulkCreate(people.map(({ userId, joined, left }) => ({ id: randomUUID(), classId, userId, joinedOn: joined, leftOn: left ?? null })));
    },
  };
  return service;
}

export type RosterService = ReturnType<typeof rosterService>;
