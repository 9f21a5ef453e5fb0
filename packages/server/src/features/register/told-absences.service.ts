import { localDateAt, plusDays, type Instant, type LocalDate } from '@jolly/core';
import { Op, type Sequelize } from 'sequelize';
import type { RegisterReply, ToldAbsence, ToldAbsenceRequest } from '../../contract';
import { rowByKey, rowsOf } from '../../db/rows';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { FamiliesService, Family } from '../families/families.service';
import type { NewsService, Telling } from '../news/news.service';
import type { RosterService } from '../roster/roster.service';
import { defineRegister, type ToldAbsenceRow } from './register.model';
import type { RegisterService, Teacher } from './register.service';

const LONGEST_DAYS = 30;
const SHOWN_DAYS = 30;

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  roster: RosterService;
  families: FamiliesService;
  register: RegisterService;
  news: NewsService;
}

/** Absences that families tell of beforehand: every teacher of the child hears it once, and answers it in their class by one act. */
export function toldAbsencesService({ sequelize, accounts, classes, roster, families, register, news }: Collaborators) {
  const { told, answers } = defineRegister(sequelize);

  /** The classes that a student is in now. */
  async function classesOf(studentId: string): Promise<SchoolClass[]> {
    const members = (await roster.membersOf(await roster.classesOf(studentId), [studentId])).filter((one) => one.left === null);
    return (await classes.load(members.map((one) => one.classId))).filter((one) => one.putAwayAt === null);
  }
  const telling = (
    row: ToldAbsenceRow,
    found: SchoolClass,
    userId: string,
    kind: Telling['kind'],
    key: string,
    who: string,
    title: string,
    more: { language?: string } = {},
  ): Telling => ({
    userId,
    kind,
    onceKey: `${kind} ${row.id} ${key}`,
    assignmentId: null,
    classId: found.id,
    zone: found.calendar.zone,
    data: {
      title,
      className: found.label,
      who,
      word: [row.fromDay === row.toDay ? row.fromDay : `${row.fromDay} – ${row.toDay}`, row.reason].filter(Boolean).join(': '),
      studentId: row.studentId,
      ...more,
    },
  });

  const service = {
    /** What a family has told lately of a child. */
    async list(family: Family, studentId: string, now: Instant): Promise<ToldAbsence[]> {
      await families.child(family, 'child.look', studentId);
      const rows = await rowsOf(told, {
        where: { studentId, familyId: family.userId, toDay: { [Op.gte]: plusDays(localDateAt('UTC', now), -SHOWN_DAYS) } },
        order: [['fromDay', 'ASC']],
      });
      const noted = await rowsOf(answers, { where: { absenceId: { [Op.in]: rows.map((row) => row.id) } } });
      const of = await classes.load(noted.map((one) => one.classId));
      return rows.map((row) => ({
        id: row.id,
        from: row.fromDay,
        to: row.toDay,
        reason: row.reason,
        madeAt: row.madeAt.getTime(),
        notedBy: of
          .filter((one) => noted.some((answer) => answer.absenceId === row.id && answer.classId === one.id))
          .map((one) => one.label),
      }));
    },

    /** A family tells that its child will not be there. The same id again is the same. @throws Problem `absence.wrongDays` */
    async tell(family: Family, studentId: string, { id, from, to, reason }: ToldAbsenceRequest, now: Instant): Promise<ToldAbsence[]> {
      const child = await families.child(family, 'child.absence', studentId);
      const found = await classesOf(studentId);
      const today = localDateAt(found[0]?.calendar.zone ?? 'UTC', now);
      if (to < from || to < today || to > plusDays(from, LONGEST_DAYS)) throw new Problem('absence.wrongDays');
      const row: ToldAbsenceRow = { id, studentId, familyId: family.userId, fromDay: from, toDay: to, reason, madeAt: new Date(now) };
      const [teachers, people] = await Promise.all([classes.teachersOf(found.map((one) => one.id)), accounts.people([family.userId])]);
      const who = fullName(people.get(family.userId)!);
      await inTransaction(sequelize, async (transaction) => {
        await told.bulkCreate([row], { ignoreDuplicates: true, transaction });
        const tellings = found.flatMap((one) =>
          (teachers.get(one.id) ?? []).map((teacher) => telling(row, one, teacher.id, 'absenceTold', '', who, fullName(child))),
        );
        await news.tell(tellings, now, transaction);
      });
      return service.list(family, studentId, now);
    },

    /**
     * A teacher notes it: in their class the student is excused in every lesson of these days, with what the family said, and the
     * family hears it. Pressed twice it is done once.
     */
    async note(teacher: Teacher, classId: string, absenceId: string, day: LocalDate, now: Instant): Promise<RegisterReply> {
      const found = await classes.forTeacher(teacher, 'register.take', classId);
      const row = await rowByKey(told, absenceId);
      const [member] = row ? await roster.membersOf([classId], [row.studentId]) : [];
      if (!row || !member) throw new Problem('thing.unknown');
      const days: LocalDate[] = [];
      for (let date = row.fromDay; date <= row.toDay; date = plusDays(date, 1)) days.push(date);
      const lessons = await Promise.all(days.map((date) => register.lessonsOn(found, date)));
      const linked = (await families.toldOf([row.studentId], ['atOnce', 'weekly'])).get(row.studentId) ?? [];
      await inTransaction(sequelize, async (transaction) => {
        const already = await answers.findOne({ where: { absenceId, classId }, transaction, lock: true });
        if (already) return;
        await answers.create({ absenceId, classId, byUser: teacher.userId, at: new Date(now) }, { transaction });
        const entry = { mark: 'excused' as const, minutes: null, reason: row.reason };
        for (const [at, date] of days.entries())
          await register.append(
            found,
            date,
            lessons[at]!.map(({ lesson }) => ({ studentId: row.studentId, lesson, entry })),
            teacher.userId,
            now,
            transaction,
          );
        const reader = linked.find((one) => one.familyId === row.familyId);
        if (reader)
          await news.tell(
            [
              telling(row, found, row.familyId, 'absenceNoted', classId, fullName(member.student), fullName(member.student), {
                language: reader.language,
              }),
            ],
            now,
            transaction,
          );
      });
      return register.look(teacher, classId, day, undefined, now);
    },
  };
  return service;
}

export type ToldAbsencesService = ReturnType<typeof toldAbsencesService>;
