import { codeFrom, tidyJoinCode } from '@jolly/core';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import { rowByKey, rowOf, rowsOf } from '../../db/rows';
import type {
  FamilyCodeLook,
  FamilyCodeUse,
  FamilyLettersRequest,
  FamilyMailsReply,
  FamilyMailsRequest,
  StudentFamilies,
} from '../../contract';
import { inTransaction } from '../../db/transaction';
import type { PrintPdf } from '../../files/print-pdf';
import { Problem } from '../../http/problem';
import { dayIn, say, wordsIn } from '../../words';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName, type Person } from '../accounts/person';
import { hashPassword } from '../accounts/passwords';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import { familyInvitation } from '../mail/letters';
import type { MailService } from '../mail/mail.service';
import type { Teacher } from '../marking/desk.service';
import { makeReport, type ReportDocument } from '../reports/reports.service';
import type { NewsService, Telling } from '../news/news.service';
import type { PersonsService } from '../roster/persons.service';
import type { Member, RosterService } from '../roster/roster.service';
import type { FamiliesService, Family } from './families.service';
import { defineFamilies, type FamilyCodeRow } from './families.model';

const DAY_MS = 86_400_000;
const LIVES_MS = 60 * DAY_MS;
const CODE_LENGTH = 12;

const digest = (code: string) => createHash('sha256').update(code).digest('hex');
/** As it is printed: in fours, to be read out and typed. */
const inFours = (code: string) => code.match(/.{1,4}/g)!.join('-');

function newCode(): string {
  for (;;) {
    const code = codeFrom(randomBytes(48), CODE_LENGTH);
    if (code) return code;
  }
}

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  roster: RosterService;
  persons: PersonsService;
  families: FamiliesService;
  news: NewsService;
  mail: MailService;
  printPdf: PrintPdf;
}

/** Inviting families: a code for each letter or mail, that works once and makes whoever has it a family of that student. */
export function invitingService({ sequelize, accounts, classes, roster, persons, families, news, mail, printPdf }: Collaborators) {
  const { codes } = defineFamilies(sequelize);

  async function members(found: SchoolClass, studentIds: readonly string[]): Promise<Member[]> {
    const chosen = (await roster.membersOf([found.id], studentIds)).filter((member) => member.left === null);
    if (chosen.length < new Set(studentIds).size) throw new Problem('thing.unknown');
    return chosen;
  }

  async function keep(
    code: string,
    of: Pick<FamilyCodeRow, 'studentId' | 'classId' | 'email' | 'madeBy'>,
    now: number,
    transaction: Transaction,
  ): Promise<void> {
    const row: FamilyCodeRow = {
      id: randomUUID(),
      ...of,
      hash: digest(code),
      madeAt: new Date(now),
      expiresAt: new Date(now + LIVES_MS),
      usedAt: null,
      revokedAt: null,
    };
    await codes.create(row, { transaction });
  }

  /** @throws Problem for a code that is made up, used, too old, taken back, or of a student who has left */
  async function valid(typed: string, now: number): Promise<{ row: FamilyCodeRow; member: Member }> {
    const row = await rowOf(codes, { where: { hash: digest(tidyJoinCode(typed)) } });
    if (!row || row.revokedAt !== null) throw new Problem('family.unknownCode');
    if (row.usedAt !== null) throw new Problem('family.codeUsed');
    if (row.expiresAt.getTime() < now) throw new Problem('family.codeOld');
    const here = (await roster.membersOf(await roster.classesOf(row.studentId), [row.studentId])).filter((member) => member.left === null);
    const member = here.find((one) => one.classId === row.classId) ?? here[0];
    if (!member) throw new Problem('family.studentLeft');
    return { row, member };
  }

  async function use(row: FamilyCodeRow, familyId: string, name: string, now: number, transaction: Transaction): Promise<void> {
    const [used] = await codes.update({ usedAt: new Date(now) }, { where: { id: row.id, usedAt: null, revokedAt: null }, transaction });
    if (used === 0) throw new Problem('family.codeUsed');
    await families.link(familyId, row.studentId, now, transaction);
    // The student and whoever gave the code out hear who has used it.
    const [people, [found]] = await Promise.all([accounts.people([row.studentId]), classes.load([row.classId], transaction)]);
    const student = people.get(row.studentId);
    if (!found || !student) return;
    const told = (userId: string): Telling => ({
      userId,
      kind: 'familyLinked',
      onceKey: `familyLinked:${row.id}`,
      assignmentId: null,
      classId: found.id,
      zone: found.calendar.zone,
      data: { title: fullName(student), className: found.label, who: name, studentId: student.id },
    });
    await news.tell([told(row.studentId), told(row.madeBy)], now, transaction);
  }

  return {
    /** Everybody in a class with their families and the codes that are out. */
    async ofClass(teacher: Teacher, classId: string, now: number): Promise<StudentFamilies[]> {
      await classes.forTeacher(teacher, 'family.look', classId);
      const all = (await roster.membersOf([classId])).filter((member) => member.left === null);
      const ids = all.map((member) => member.student.id);
      const [linked, rows] = await Promise.all([
        families.ofStudents(ids),
        rowsOf(codes, {
          where: { studentId: { [Op.in]: ids }, usedAt: null, revokedAt: null, expiresAt: { [Op.gt]: new Date(now) } },
          order: [['madeAt', 'DESC']],
        }),
      ]);
      return all.map(({ student: { id, givenName, familyName } }) => ({
        student: { id, givenName, familyName },
        families: linked.get(id) ?? [],
        codes: rows
          .filter((row) => row.studentId === id)
          .map((row) => ({ id: row.id, email: row.email, madeAt: row.madeAt.getTime(), expiresAt: row.expiresAt.getTime() })),
      }));
    },

    /** Letters to print, one page a student, each with a code of its own. */
    async letters(teacher: Teacher, classId: string, { studentIds, language }: FamilyLettersRequest, now: number): Promise<Buffer> {
      const found = await classes.forTeacher(teacher, 'family.invite', classId);
      const chosen = await members(found, studentIds);
      // A family sees all classes of its child.
      await persons.require(teacher, studentIds);
      const me = (await accounts.people([teacher.userId])).get(teacher.userId)!;
      const made = chosen.map((member) => ({ member, code: newCode() }));
      const words = wordsIn(language).letters;
      const address = mail.linkTo('/family');
      const document: ReportDocument = {
        title: found.label,
        language,
        landscape: false,
        pageEach: true,
        shading: false,
        made: '',
        none: '',
        sections: made.map(({ member, code }) => {
          const name = fullName(member.student);
          return {
            heading: say(words.inviteSubject, { name }),
            sub: found.label,
            student: name,
            className: found.label,
            blocks: [
              { kind: 'note', text: say(words.invite, { teacher: fullName(me), name }) },
              { kind: 'facts', facts: [{ name: words.code, cell: { text: inFours(code) } }] },
              {
                kind: 'note',
                text: `${address}\n\n${say(words.inviteOnce, { until: dayIn(language, found.calendar.zone, now + LIVES_MS) })}`,
              },
            ],
          };
        }),
      };
      // Only codes that are on paper are kept.
      const letters = await printPdf(await makeReport('html', [document]));
      await inTransaction(sequelize, async (transaction) => {
        for (const { member, code } of made)
          await keep(code, { studentId: member.student.id, classId, email: null, madeBy: teacher.userId }, now, transaction);
        await persons.tell(
          'familyInvited',
          teacher.userId,
          found,
          made.map(({ member }) => ({ id: member.student.id })),
          randomUUID(),
          now,
          transaction,
        );
      });
      return letters;
    },

    async mails(teacher: Teacher, classId: string, { invitations, language }: FamilyMailsRequest, now: number): Promise<FamilyMailsReply> {
      const found = await classes.forTeacher(teacher, 'family.invite', classId);
      const chosen = new Map(
        (await members(found, [...new Set(invitations.map((one) => one.studentId))])).map((member) => [member.student.id, member]),
      );
      await persons.require(teacher, [...chosen.keys()]);
      const me = (await accounts.people([teacher.userId])).get(teacher.userId)!;
      await inTransaction(sequelize, async (transaction) => {
        const students = [...chosen.keys()].map((id) => ({ id }));
        await persons.tell('familyInvited', teacher.userId, found, students, randomUUID(), now, transaction);
        for (const { studentId, email } of invitations) {
          // A newer invitation to the same address takes the place of the older one.
          await codes.update({ revokedAt: new Date(now) }, { where: { studentId, email, usedAt: null, revokedAt: null }, transaction });
          const code = newCode();
          await keep(code, { studentId, classId, email, madeBy: teacher.userId }, now, transaction);
          const until = dayIn(language, found.calendar.zone, now + LIVES_MS);
          const letter = familyInvitation({
            language,
            teacher: fullName(me),
            name: fullName(chosen.get(studentId)!.student),
            code: inFours(code),
            link: mail.linkTo(`/family#${code}`),
            until,
          });
          await mail.post(letter, { address: email, name: '', userId: null }, teacher.userId, now, transaction);
        }
      });
      return { sent: invitations.length };
    },

    async revoke(teacher: Teacher, classId: string, codeId: string, now: number): Promise<void> {
      await classes.forTeacher(teacher, 'family.invite', classId);
      const row = await rowByKey(codes, codeId);
      if (!row || (await roster.membersOf([classId], [row.studentId])).length === 0) throw new Problem('thing.unknown');
      if (row.classId !== classId) await persons.require(teacher, [row.studentId]);
      await codes.update({ revokedAt: new Date(now) }, { where: { id: codeId, usedAt: null } });
    },

    /** Ends a link that should not be: the account stays, and sees its other children. */
    async unlink(teacher: Teacher, classId: string, studentId: string, familyId: string, now: number): Promise<void> {
      const found = await classes.forTeacher(teacher, 'family.invite', classId);
      if ((await roster.membersOf([classId], [studentId])).length === 0) throw new Problem('thing.unknown');
      await persons.require(teacher, [studentId]);
      const name = (await accounts.people([familyId])).get(familyId);
      await inTransaction(sequelize, async (transaction) => {
        await families.unlink(familyId, studentId, transaction);
        await persons.tell(
          'familyUnlinked',
          teacher.userId,
          found,
          [{ id: studentId, ...(name ? { word: fullName(name) } : {}) }],
          `${familyId}:${now}`,
          now,
          transaction,
        );
      });
    },

    async look(code: string, now: number): Promise<FamilyCodeLook> {
      const { member } = await valid(code, now);
      const [found] = await classes.load([member.classId]);
      return { firstName: member.student.givenName, className: found!.label };
    },

    /** Another child for a family that is signed in. */
    async addChild(family: Family, code: string, now: number): Promise<void> {
      const { row } = await valid(code, now);
      const me = (await accounts.people([family.userId])).get(family.userId)!;
      await inTransaction(sequelize, (transaction) => use(row, family.userId, fullName(me), now, transaction));
    },

    /** A first child, with an account. @returns who is signed in by it */
    async join({ code, language, ...person }: FamilyCodeUse, now: number): Promise<Person> {
      const { row } = await valid(code, now);
      const passwordHash = await hashPassword(person.password);
      return inTransaction(sequelize, async (transaction) => {
        const family = await accounts.addFamily({ ...person, passwordHash }, now, transaction);
        await families.begin(family.id, { language, telling: person.email === null ? 'never' : 'weekly' }, now, transaction);
        await use(row, family.id, fullName(person), now, transaction);
        return family;
      });
    },
  };
}

export type InvitingService = ReturnType<typeof invitingService>;
