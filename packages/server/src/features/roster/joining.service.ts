import { localDateAt, tidyJoinCode, type Actor, type StudentName } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { rowsOf } from '../../db/rows';
import { noteChange } from '../../db/class-changes';
import type { JoinPreviewReply, JoinRequest, MyJoining, SettleJoining, WaitingToJoin } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName, type Person } from '../accounts/person';
import type { SignInService } from '../accounts/sign-in.service';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { NewsService, Telling } from '../news/news.service';
import type { PersonsService } from './persons.service';
import { defineJoinings, type JoiningRow } from './roster.model';
import type { RosterService } from './roster.service';

type Teacher = Actor & { userId: string };
type Student = Actor & { userId: string };

/** More than a class has: whoever makes accounts by the hundred is not joining. */
const MOST_WAITING = 100;

/** Where a student stands as such beside a class: all of it goes with them when the roster's student turns out to be somebody else's account. */
const STUDENT_COLUMNS = ['student_id', 'reviewer_id', 'author_id'];
/** What belongs to the account, not to the student of a class. */
const NOT_CARRIED = ['joinings', 'student_helpers', 'family_links', 'family_codes', 'family_messages'];

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  roster: RosterService;
  persons: PersonsService;
  signIn: SignInService;
  news: NewsService;
}

/**
 * How students come into a class by themselves: with the code from the board, or by saying yes to a teacher who asks. Nobody
 * becomes a student of the roster by a name alone: the card, the school number or the teacher says who it is.
 */
export function joiningService({ sequelize, accounts, classes, roster, persons, signIn, news }: Collaborators) {
  const joinings = defineJoinings(sequelize);

  async function about(
    found: SchoolClass,
    kind: Telling['kind'],
    userIds: readonly string[],
    of: { key: string; who?: string; word?: string },
    now: number,
    transaction: Transaction,
  ): Promise<void> {
    await news.tell(
      userIds.map((userId): Telling => ({
        userId,
        kind,
        onceKey: `${kind}:${of.key}:${userId}`.slice(0, 160),
        assignmentId: null,
        classId: found.id,
        zone: found.calendar.zone,
        data: { title: '', className: found.label, ...(of.who ? { who: of.who } : {}), ...(of.word ? { word: of.word } : {}) },
      })),
      now,
      transaction,
    );
  }
  const tellTeachers = async (
    found: SchoolClass,
    kind: Telling['kind'],
    of: { key: string; who?: string; word?: string },
    now: number,
    transaction: Transaction,
  ) =>
    about(
      found,
      kind,
      ((await classes.teachersOf([found.id])).get(found.id) ?? []).map((teacher) => teacher.id),
      of,
      now,
      transaction,
    );

  async function wait(found: SchoolClass, student: Person, isNew: boolean, now: number, transaction: Transaction): Promise<void> {
    const waiting = await joinings.count({ where: { classId: found.id, settledAt: null, kind: 'waits' }, transaction });
    if (waiting >= MOST_WAITING) throw new Problem('join.tooManyWait');
    const row: JoiningRow = {
      id: randomUUID(),
      classId: found.id,
      studentId: student.id,
      kind: 'waits',
      isNew,
      madeBy: null,
      shownAs: null,
      madeAt: new Date(now),
      settledAt: null,
      outcome: null,
    };
    await joinings.create(row, { transaction });
    await tellTeachers(found, 'joinWaits', { key: row.id, who: fullName(student) }, now, transaction);
  }

  const listed = async (found: SchoolClass, name: StudentName) => {
    const members = (await roster.membersOf([found.id])).filter((member) => member.left === null);
    return accounts.sameNames(
      members.map((member) => member.student.id),
      [name],
    );
  };

  const open = async (where: object, transaction?: Transaction) =>
    await rowsOf(joinings, {
      where: { ...where, settledAt: null },
      order: [['madeAt', 'ASC']],
      limit: 500,
      ...(transaction ? { transaction } : {}),
    });

  /** Notes how it ended. @throws Problem `joining.settled` if somebody was quicker */
  async function settle(row: JoiningRow, outcome: string, now: number, transaction: Transaction): Promise<void> {
    const [settled] = await joinings.update({ settledAt: new Date(now), outcome }, { where: { id: row.id, settledAt: null }, transaction });
    if (settled === 0) throw new Problem('joining.settled');
  }

  /** Everything that a student of the roster without an account has in their class becomes another person's. */
  async function carryOver(fromId: string, toId: string, classId: string, transaction: Transaction): Promise<void> {
    const run = (sql: string, replacements: unknown[]) => sequelize.query(sql, { replacements, transaction });
    const columns = await sequelize.query<{ table: string; column: string }>(
      'SELECT table_name AS `table`, column_name AS `column` FROM information_schema.columns WHERE table_schema = DATABASE() AND column_name IN (?) AND table_name NOT IN (?)',
      { replacements: [STUDENT_COLUMNS, NOT_CARRIED], type: QueryTypes.SELECT, transaction },
    );
    for (const { table, column } of columns) await run(`UPDATE \`${table}\` SET \`${column}\` = ? WHERE \`${column}\` = ?`, [toId, fromId]);
    await run('UPDATE class_students SET user_id = ? WHERE class_id = ? AND user_id = ?', [toId, classId, fromId]);
    noteChange(transaction, { classes: [classId], students: [fromId, toId] });
    await run('UPDATE assignments SET audience = REPLACE(audience, ?, ?) WHERE class_id = ?', [fromId, toId, classId]);
    await run('UPDATE notice_classes SET audience = REPLACE(audience, ?, ?) WHERE class_id = ?', [fromId, toId, classId]);
    await signIn.moveCard(fromId, toId, transaction);
    for (const [table, column] of [
      ['family_codes', 'student_id'],
      ['joinings', 'student_id'],
      ['student_helpers', 'student_id'],
      ['tickets', 'user_id'],
      ['news', 'user_id'],
      ['sessions', 'user_id'],
      ['telling_settings', 'user_id'],
      ['recovery_codes', 'user_id'],
    ] as const)
      // prettier-ignore
      await run(`DELETE FROM ${table} WHERE ${column} = ?`, [fromId]);
    await accounts.removeStudent(fromId, transaction);
  }

  const isBare = async (id: string) => {
    const [person] = (await accounts.details([id])).values();
    const [families] = await sequelize.query<{ n: number }>('SELECT COUNT(*) AS n FROM family_links WHERE student_id = ?', {
      replacements: [id],
      type: QueryTypes.SELECT,
    });
    return person !== undefined && !person.hasPassword && Number(families!.n) === 0 && (await roster.classesOf(id)).length === 1;
  };

  const service = {
    async preview(code: string, now: number): Promise<JoinPreviewReply> {
      const found = await classes.byJoinCode(tidyJoinCode(code), now);
      const teachers = (await classes.teachersOf([found.id])).get(found.id) ?? [];
      return { className: found.label, teachers: teachers.map((teacher) => teacher.name), asksNumber: found.joinAsksNumber };
    },

    /**
     * A student joins with the code and chooses a sign-in. Whoever has a name of the roster is that student only with what
     * proves it: the code of the card, or the school number where the class asks for it. Without that they wait until a
     * teacher says who they are. The reply is the same whether or not the roster has the name, but for the waiting.
     * @throws Problem `join.wrongProof` for a card or number that does not go with the name
     */
    async join(
      code: string,
      request: JoinRequest,
      now: number,
    ): Promise<{ person: Person; classId: string; wasOnRoster: boolean; waits: boolean }> {
      const found = await classes.byJoinCode(tidyJoinCode(code), now);
      const { userName, password, card, number, ...name } = request;
      const namesakes = await listed(found, name);
      let proved: Person | null = null;
      if (card) for (const one of namesakes) if (!one.hasPassword && (await signIn.isCardOf(one.id, card))) proved = one;
      if (number && found.joinAsksNumber)
        proved ??= namesakes.find((one) => !one.hasPassword && one.schoolNumber !== null && one.schoolNumber === number) ?? null;
      if (!proved && (card || (number && found.joinAsksNumber))) throw new Problem('join.wrongProof');
      const passwordHash = await signIn.hashPassword(password);
      const owner = ((await classes.teachersOf([found.id])).get(found.id) ?? []).find((teacher) => teacher.owner)?.id ?? null;
      const waits = !proved && namesakes.length > 0;
      const person = await inTransaction(sequelize, async (transaction) => {
        const joining = proved ?? (await accounts.addStudents([name], owner, now, transaction))[0]!;
        await signIn.giveSignIn(joining.id, { userName, passwordHash }, transaction);
        if (waits) await wait(found, joining, true, now, transaction);
        else {
          if (!proved) await roster.addMember(found, joining.id, now, transaction);
          await tellTeachers(found, 'joined', { key: `${found.id}:${joining.id}`, who: fullName(joining) }, now, transaction);
        }
        return joining;
      });
      return { person, classId: found.id, wasOnRoster: proved !== null, waits };
    },

    /** A student who already has a sign-in joins one more class, or one they had left. @throws Problem `roster.alreadyIn` */
    async joinSignedIn(student: Student, code: string, now: number): Promise<{ classId: string; waits: boolean }> {
      const found = await classes.byJoinCode(tidyJoinCode(code), now);
      const [me, mine] = await Promise.all([accounts.details([student.userId]), open({ studentId: student.userId, kind: 'waits' })]);
      const own = me.get(student.userId)!;
      if (mine.some((row) => row.classId === found.id || row.isNew)) throw new Problem('join.waiting');
      const known = (await roster.membersOf([found.id], [own.id])).length > 0;
      const waits = !known && (await listed(found, own)).some((one) => one.id !== own.id);
      await inTransaction(sequelize, async (transaction) => {
        if (waits) return wait(found, own, false, now, transaction);
        await roster.comeIn(found, own.id, now, transaction);
        await tellTeachers(
          found,
          'joined',
          { key: `${found.id}:${own.id}:${localDateAt(found.calendar.zone, now)}`, who: fullName(own) },
          now,
          transaction,
        );
      });
      return { classId: found.id, waits };
    },

    /** Who waits to be let into classes, each with the students of the roster they may be. */
    async waitingIn(found: readonly SchoolClass[]): Promise<WaitingToJoin[]> {
      const rows = await open({ classId: { [Op.in]: found.map((one) => one.id) }, kind: 'waits' });
      if (rows.length === 0) return [];
      const people = await accounts.people(rows.map((row) => row.studentId));
      const lists = new Map(
        await Promise.all(
          found.map(async (one) => [one.id, (await roster.membersOf([one.id])).filter((member) => member.left === null)] as const),
        ),
      );
      const sameName = await Promise.all(
        rows.map(async (row) =>
          accounts.sameNames(
            lists.get(row.classId)!.map((member) => member.student.id),
            [people.get(row.studentId)!],
          ),
        ),
      );
      return rows.map((row, index) => {
        const { id: studentId, givenName, familyName } = people.get(row.studentId)!;
        return {
          id: row.id,
          classId: row.classId,
          at: row.madeAt.getTime(),
          student: { id: studentId, givenName, familyName },
          /** with an account of another class */
          elsewhere: !row.isNew,
          listed: sameName[index]!.map((one) => ({
            id: one.id,
            givenName: one.givenName,
            familyName: one.familyName,
            schoolNumber: one.schoolNumber,
            hasPassword: one.hasPassword,
            cardMadeAt: one.cardMadeAt?.getTime() ?? null,
          })),
        };
      });
    },

    async waiting(
      teacher: Teacher,
      classId: string,
    ): Promise<{ waiting: WaitingToJoin[]; asked: { id: string; name: string; at: number }[] }> {
      const found = await classes.forTeacher(teacher, 'roster.look', classId);
      const asked = await open({ classId, kind: 'asked' });
      const people = await accounts.people(asked.map((row) => row.studentId));
      return {
        waiting: await service.waitingIn([found]),
        asked: asked.map((row) => ({ id: row.id, name: fullName(people.get(row.studentId)!), at: row.madeAt.getTime() })),
      };
    },

    /**
     * A teacher says who has joined: a student of the roster, another student of the same name, or nobody of this class.
     * @throws Problem `student.elsewhere` if the roster's student is in other classes too, `joining.twoAccounts` if both have
     *   an account of their own, `joining.settled` if somebody else has said it
     */
    async settle(teacher: Teacher, classId: string, joiningId: string, { how, listedId }: SettleJoining, now: number): Promise<void> {
      const found = await classes.forTeacher(teacher, 'roster.edit', classId);
      const [row] = await open({ id: joiningId, classId });
      if (!row) throw new Problem('thing.unknown');
      if (row.kind === 'asked') {
        // What was asked can be taken back; only the student says yes to it.
        if (how !== 'refuse') throw new Problem('thing.unknown');
        await inTransaction(sequelize, (transaction) => settle(row, 'withdrawn', now, transaction));
        return;
      }
      const joining = (await accounts.people([row.studentId])).get(row.studentId)!;
      if (how === 'other') {
        await inTransaction(sequelize, async (transaction) => {
          await settle(row, 'other', now, transaction);
          await roster.comeIn(found, joining.id, now, transaction);
          await about(found, 'joinSettled', [joining.id], { key: row.id, word: 'in' }, now, transaction);
        });
        return;
      }
      if (how === 'refuse') {
        await inTransaction(sequelize, async (transaction) => {
          await settle(row, 'refused', now, transaction);
          await about(found, 'joinSettled', [joining.id], { key: row.id, word: 'refused' }, now, transaction);
        });
        return;
      }
      const same = (await listed(found, joining)).find((one) => one.id === listedId);
      if (!same) throw new Problem('thing.unknown');
      if (row.isNew) {
        if (same.id !== joining.id) await persons.require(teacher, [same.id]);
        await inTransaction(sequelize, async (transaction) => {
          await settle(row, 'same', now, transaction);
          await signIn.moveSignIn(joining.id, same.id, transaction);
          await joinings.update({ studentId: same.id }, { where: { studentId: joining.id }, transaction });
          await sequelize.query('DELETE FROM news WHERE user_id = ?', { replacements: [joining.id], transaction });
          await accounts.removeStudent(joining.id, transaction);
          await about(found, 'joinSettled', [same.id], { key: row.id, word: 'in' }, now, transaction);
        });
        return;
      }
      if (!(await isBare(same.id))) throw new Problem('joining.twoAccounts');
      await inTransaction(sequelize, async (transaction) => {
        await settle(row, 'same', now, transaction);
        await carryOver(same.id, joining.id, classId, transaction);
        await about(found, 'joinSettled', [joining.id], { key: row.id, word: 'in' }, now, transaction);
      });
    },

    /** Asks students of other classes to come into this one, in the caller's transaction; who was asked already is not asked again. */
    async ask(
      found: SchoolClass,
      teacherId: string,
      students: readonly { id: string; shownAs: string | null }[],
      now: number,
      transaction: Transaction,
    ): Promise<number> {
      if (students.length === 0) return 0;
      const there = new Set(
        (await open({ classId: found.id, studentId: { [Op.in]: students.map((one) => one.id) } }, transaction)).map((row) => row.studentId),
      );
      const fresh = students.filter((one) => !there.has(one.id));
      const rows = fresh.map(({ id, shownAs }): JoiningRow => ({
        id: randomUUID(),
        classId: found.id,
        studentId: id,
        kind: 'asked',
        isNew: false,
        madeBy: teacherId,
        shownAs,
        madeAt: new Date(now),
        settledAt: null,
        outcome: null,
      }));
      await joinings.bulkCreate(rows, { transaction });
      const who = (await accounts.people([teacherId])).get(teacherId);
      for (const row of rows)
        await about(found, 'askedToJoin', [row.studentId], { key: row.id, ...(who ? { who: fullName(who) } : {}) }, now, transaction);
      return rows.length;
    },

    /** Where a student waits to be let in, and which classes ask for them. */
    async ofStudent(student: Student): Promise<MyJoining[]> {
      const rows = await open({ studentId: student.userId });
      const [found, people] = await Promise.all([
        classes.load(rows.map((row) => row.classId)),
        accounts.people(rows.flatMap((row) => row.madeBy ?? [])),
      ]);
      return rows.flatMap((row) => {
        const schoolClass = found.find((one) => one.id === row.classId);
        if (!schoolClass) return [];
        const by = row.madeBy === null ? undefined : people.get(row.madeBy);
        return [{ id: row.id, kind: row.kind, className: schoolClass.label, by: by ? fullName(by) : null, at: row.madeAt.getTime() }];
      });
    },

    /** A student answers a teacher who asks them into a class. */
    async answer(student: Student, joiningId: string, yes: boolean, now: number): Promise<void> {
      const [row] = await open({ id: joiningId, studentId: student.userId, kind: 'asked' });
      const [found] = row ? await classes.load([row.classId]) : [];
      if (!row || !found) throw new Problem('thing.unknown');
      if (yes && found.putAwayAt !== null) throw new Problem('class.putAway');
      const me = (await accounts.people([student.userId])).get(student.userId)!;
      await inTransaction(sequelize, async (transaction) => {
        await settle(row, yes ? 'joined' : 'declined', now, transaction);
        if (yes) await roster.comeIn(found, student.userId, now, transaction, row.shownAs);
        await tellTeachers(found, yes ? 'joined' : 'joinAnswered', { key: row.id, who: fullName(me) }, now, transaction);
      });
    },
  };
  return service;
}

export type JoiningService = ReturnType<typeof joiningService>;
