import type { Actor } from '@jolly/core';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import { rowOf, rowsOf } from '../../db/rows';
import type { InviteStudentsReply, TakeTicketRequest, TeachersReply, TicketReply } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { fieldProblem } from '../../http/field-problems';
import { Problem } from '../../http/problem';
import type { ClassesService } from '../classes/classes.service';
import { coTeacherInvitation, newPassword, passwordChanged, studentInvitation } from '../mail/letters';
import type { MailService } from '../mail/mail.service';
import type { NewsService, Telling } from '../news/news.service';
import { defineTickets, type TicketRow } from './accounts.model';
import type { AccountsService } from './accounts.service';
import { fullName, type Person, type PersonDetails } from './person';
import { hashPassword } from './passwords';
import type { SignInService } from './sign-in.service';

type Teacher = Actor & { userId: string };
const DAY_MS = 86_400_000;
const LIVES_MS = { student: 14 * DAY_MS, coTeacher: 14 * DAY_MS, password: DAY_MS / 24 };

/** Links to a new password that one account is sent within an hour. */
const MOST_RECOVERIES = 3;

const digest = (ticket: string) => createHash('sha256').update(ticket).digest('hex');

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  signIn: SignInService;
  mail: MailService;
  news: NewsService;
}

/** Links that are sent by mail: invitations to students and co-teachers, and to a new password. Each works once. */
export function ticketsService({ sequelize, accounts, classes, signIn, mail, news }: Collaborators) {
  const tickets = defineTickets(sequelize);

  async function make(
    of: Pick<TicketRow, 'kind' | 'email' | 'userId' | 'classId' | 'madeBy'>,
    now: number,
    transaction: Transaction,
  ): Promise<string> {
    const ticket = randomBytes(24).toString('base64url');
    const row: TicketRow = {
      id: randomUUID(),
      ...of,
      hash: digest(ticket),
      madeAt: new Date(now),
      expiresAt: new Date(now + LIVES_MS[of.kind]),
      usedAt: null,
    };
    await tickets.create(row, { transaction });
    return ticket;
  }

  /** @throws Problem `ticket.unknown` for one that is made up, used or too old */
  async function valid(ticket: string, now: number): Promise<TicketRow> {
    const row = await rowOf(tickets, { where: { hash: digest(ticket), usedAt: null } });
    if (!row || row.expiresAt.getTime() < now) throw new Problem('ticket.unknown');
    return row;
  }

  /** Uses it up, in the transaction of what it is used for. */
  async function use(row: TicketRow, now: number, transaction: Transaction): Promise<void> {
    const [used] = await tickets.update({ usedAt: new Date(now) }, { where: { id: row.id, usedAt: null }, transaction });
    if (used === 0) throw new Problem('ticket.unknown');
  }

  const open = (where: object, now: number) => ({ ...where, usedAt: null, expiresAt: { [Op.gt]: new Date(now) } });

  return {
    /** What a link leads to, shown before it is followed. */
    async look(ticket: string, now: number): Promise<TicketReply> {
      const row = await valid(ticket, now);
      const [[found], people] = await Promise.all([
        row.classId === null ? [] : classes.load([row.classId]),
        accounts.people([row.userId, row.madeBy].filter((id) => id !== null)),
      ]);
      const student = row.kind === 'student' ? people.get(row.userId!) : undefined;
      const inviter = row.madeBy === null ? undefined : people.get(row.madeBy);
      return {
        kind: row.kind,
        className: found?.label ?? null,
        invitedBy: inviter ? fullName(inviter) : null,
        email: row.email,
        student: student ? { givenName: student.givenName, familyName: student.familyName } : null,
      };
    },

    /**
     * Follows a link: a student chooses a sign-in, a teacher joins a class, a password is replaced.
     * @returns who is signed in by it; null where one signs in afterwards
     */
    async take(actor: Actor, { ticket, ...request }: TakeTicketRequest & { ticket: string }, now: number): Promise<Person | null> {
      const row = await valid(ticket, now);
      const need = (...fields: (keyof TakeTicketRequest)[]) => {
        const lacking = fields.filter((field) => !request[field]);
        if (lacking.length > 0) throw new Problem('request.malformed', { errors: lacking.map((path) => fieldProblem(path, 'needed')) });
      };
      if (row.kind === 'password') {
        need('password');
        const [people, language] = await Promise.all([accounts.details([row.userId!]), accounts.languageOf(row.userId!)]);
        const person = people.get(row.userId!)!;
        await inTransaction(sequelize, async (transaction) => {
          await use(row, now, transaction);
          await mail.post(
            passwordChanged({ language, name: person.givenName, userName: person.userName! }),
            { address: row.email, name: fullName(person), userId: person.id },
            null,
            now,
            transaction,
          );
        });
        await signIn.setPassword(person.id, request.password!, null);
        return null;
      }
      if (row.kind === 'student') {
        need('userName', 'password');
        const passwordHash = await hashPassword(request.password!);
        await inTransaction(sequelize, async (transaction) => {
          await use(row, now, transaction);
          await signIn.giveSignIn(row.userId!, { userName: request.userName!, passwordHash }, transaction);
          const [[found], people] = await Promise.all([classes.load([row.classId!], transaction), accounts.people([row.userId!])]);
          await news.tell(
            [
              {
                userId: row.madeBy!,
                kind: 'joined',
                onceKey: `joined:${row.id}`,
                assignmentId: null,
                classId: found!.id,
                zone: found!.calendar.zone,
                data: { title: '', className: found!.label, who: fullName(people.get(row.userId!)!) },
              },
            ],
            now,
            transaction,
          );
        });
        return (await accounts.people([row.userId!])).get(row.userId!)!;
      }
      if (actor.role === 'student') throw new Problem('access.role');
      if (actor.role === 'anonymous') need('userName', 'password', 'givenName');
      return inTransaction(sequelize, async (transaction) => {
        await use(row, now, transaction);
        const { givenName = '', familyName = '', userName = '', password = '' } = request;
        const person =
          actor.role === 'teacher'
            ? null
            : await accounts.addTeacher({ givenName, familyName, userName, password, email: row.email }, now, transaction);
        const teacherId = person?.id ?? (actor as Teacher).userId;
        const [[found], others, people] = await Promise.all([
          classes.load([row.classId!], transaction),
          classes.teachersOf([row.classId!]),
          accounts.people([teacherId]),
        ]);
        await classes.addTeacher(row.classId!, teacherId, transaction);
        await news.tell(
          (others.get(row.classId!) ?? []).map((teacher): Telling => ({
            userId: teacher.id,
            kind: 'coTeacher',
            onceKey: `coTeacher:${row.id}`,
            assignmentId: null,
            classId: found!.id,
            zone: found!.calendar.zone,
            data: { title: '', className: found!.label, who: fullName(person ?? people.get(teacherId)!) },
          })),
          now,
          transaction,
        );
        return person;
      });
    },

    async teachersOf(actor: Actor, classId: string, now: number): Promise<TeachersReply> {
      await classes.forTeacher(actor, 'coTeacher.look', classId);
      const [teachers, rows] = await Promise.all([
        classes.teachersOf([classId]),
        rowsOf(tickets, {
          where: open({ classId, kind: 'coTeacher' }, now),
          order: [['madeAt', 'ASC']],
          limit: 50,
        }),
      ]);
      return {
        teachers: teachers.get(classId) ?? [],
        invitations: rows.map((row) => ({ id: row.id, email: row.email, at: row.madeAt.getTime(), expires: row.expiresAt.getTime() })),
      };
    },

    async inviteTeacher(actor: Teacher, classId: string, email: string, now: number): Promise<void> {
      const found = await classes.forTeacher(actor, 'coTeacher.edit', classId);
      const [people, language] = await Promise.all([accounts.people([actor.userId]), accounts.languageOf(actor.userId)]);
      const me = people.get(actor.userId)!;
      await inTransaction(sequelize, async (transaction) => {
        await tickets.update({ usedAt: new Date(now) }, { where: open({ classId, kind: 'coTeacher', email }, now), transaction });
        const ticket = await make({ kind: 'coTeacher', email, userId: null, classId, madeBy: actor.userId }, now, transaction);
        const letter = coTeacherInvitation({
          language,
          className: found.label,
          teacher: fullName(me),
          link: mail.linkTo(`/invited#${ticket}`),
        });
        await mail.post(letter, { address: email, name: '', userId: null }, actor.userId, now, transaction);
      });
    },

    async withdraw(actor: Actor, classId: string, ticketId: string, now: number): Promise<void> {
      await classes.forTeacher(actor, 'coTeacher.edit', classId);
      await tickets.update({ usedAt: new Date(now) }, { where: open({ id: ticketId, classId, kind: 'coTeacher' }, now) });
    },

    /** Invites students who have an e-mail address and no password yet; says who has no address. */
    async inviteStudents(actor: Teacher, classId: string, students: readonly PersonDetails[], now: number): Promise<InviteStudentsReply> {
      const found = await classes.forTeacher(actor, 'roster.edit', classId);
      const waiting = students.filter((one) => !one.hasPassword);
      const reachable = waiting.filter((one) => one.email !== null);
      // Who has not chosen a language yet is written to in that of who invites.
      const [people, languages] = await Promise.all([
        accounts.people([actor.userId]),
        accounts.languagesOf([actor.userId, ...reachable.map((one) => one.id)]),
      ]);
      const me = people.get(actor.userId)!;
      const ours = languages.get(actor.userId) ?? 'en';
      await inTransaction(sequelize, async (transaction) => {
        for (const student of reachable) {
          await tickets.update({ usedAt: new Date(now) }, { where: open({ userId: student.id, kind: 'student' }, now), transaction });
          const ticket = await make(
            { kind: 'student', email: student.email!, userId: student.id, classId, madeBy: actor.userId },
            now,
            transaction,
          );
          const letter = studentInvitation({
            language: languages.get(student.id) ?? ours,
            student: student.givenName,
            className: found.label,
            teacher: fullName(me),
            link: mail.linkTo(`/invited#${ticket}`),
          });
          await mail.post(letter, { address: student.email!, name: fullName(student), userId: student.id }, actor.userId, now, transaction);
        }
      });
      return { invited: reachable.length, withoutAddress: waiting.filter((one) => one.email === null).map((one) => one.id) };
    },

    /** When each of these students was last invited, as far as the invitation still stands. */
    async invitedAt(studentIds: readonly string[], now: number): Promise<Map<string, number>> {
      if (studentIds.length === 0) return new Map();
      const rows = await rowsOf(tickets, {
        where: open({ kind: 'student', userId: { [Op.in]: [...studentIds] } }, now),
      });
      return new Map(rows.map((row) => [row.userId!, row.madeAt.getTime()]));
    },

    /** Sends a link to a new password to every teacher and family with this address; says nothing about whether there is one. */
    async recover(email: string, now: number): Promise<void> {
      const found = await accounts.recoverableByEmail(email);
      const lately = await rowsOf(tickets, {
        attributes: ['userId'],
        where: {
          kind: 'password',
          userId: { [Op.in]: found.map((one) => one.id) },
          madeAt: { [Op.gt]: new Date(now - LIVES_MS.password) },
        },
      });
      // Counted by the account found, wherever it is asked from: nobody's mail is flooded.
      const people = found.filter((one) => lately.filter((row) => row.userId === one.id).length < MOST_RECOVERIES);
      const languages = await accounts.languagesOf(people.map((one) => one.id));
      await inTransaction(sequelize, async (transaction) => {
        for (const person of people) {
          const ticket = await make({ kind: 'password', email, userId: person.id, classId: null, madeBy: null }, now, transaction);
          const letter = newPassword({
            language: languages.get(person.id) ?? 'en',
            name: person.givenName,
            userName: person.userName!,
            link: mail.linkTo(`/new-password#${ticket}`),
          });
          await mail.post(letter, { address: email, name: fullName(person), userId: person.id }, null, now, transaction);
        }
      });
    },
  };
}

export type TicketsService = ReturnType<typeof ticketsService>;
