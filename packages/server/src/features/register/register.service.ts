import { addSchoolDays, isAway, isSchoolDay, localDateAt, type Actor, type Instant, type LocalDate, type RegisterEntry } from '@jolly/core';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import type { DueThatDay, RegisterReply, RegisterSet } from '../../contract';
import { noteChange } from '../../db/class-changes';
import { fromJson } from '../../db/json-column';
import { rowByKey, rowsOf } from '../../db/rows';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import { csv } from '../../files/write-table';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { ExceptionsService } from '../exceptions/exceptions.service';
import type { LessonsService } from '../lessons/lessons.service';
import type { DateChangesService } from '../news/date-changes.service';
import type { BoardService } from '../pieces/board.service';
import { teacherViewer } from '../pieces/sight';
import type { Member, RosterService } from '../roster/roster.service';
import type { RegisterFactsService } from './register-facts.service';
import { defineRegister } from './register.model';

export type Teacher = Actor & { userId: string };
type Order = 'name' | 'seats' | undefined;

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  roster: RosterService;
  assignments: AssignmentsService;
  exceptions: ExceptionsService;
  board: BoardService;
  lessons: LessonsService;
  registerFacts: RegisterFactsService;
  dateChanges: DateChangesService;
}

/** Taking the register of a class: by lesson, or by day where there is no timetable. It changes no score and no date by itself. */
export function registerService({
  sequelize,
  accounts,
  classes,
  roster,
  assignments,
  exceptions,
  board,
  lessons,
  registerFacts,
  dateChanges,
}: Collaborators) {
  const { facts, taken, seats, told, answers } = defineRegister(sequelize);

  /** The lessons of a day; a day without one has a register of its own. */
  async function lessonsOn(found: SchoolClass, day: LocalDate): Promise<RegisterReply['lessons']> {
    const [of, looked] = await Promise.all([
      lessons.between([found], { from: day, to: day }),
      rowsOf(taken, { where: { classId: found.id, day } }),
    ]);
    const takenAt = (lesson: string) => looked.find((one) => one.lesson === lesson)?.at.getTime() ?? null;
    const listed = (of.get(found.id) ?? []).map(({ ruleId: lesson, begin, end, room }) => ({
      lesson,
      begin,
      end,
      room,
      takenAt: takenAt(lesson),
    }));
    return listed.length > 0 ? listed : [{ lesson: '', begin: null, end: null, room: '', takenAt: takenAt('') }];
  }

  /** What is due on a day for students who were away, with the date that one more school day would give. */
  async function dueOn(
    teacher: Teacher,
    found: SchoolClass,
    day: LocalDate,
    studentIds: readonly string[],
    now: Instant,
  ): Promise<Map<string, DueThatDay[]>> {
    const due = new Map<string, DueThatDay[]>();
    if (studentIds.length === 0) return due;
    const sights = await board.as(teacherViewer(teacher)).sights({ classes: [found], studentIds: [...studentIds], now });
    for (const { theirs, assignment, resolved, member, exception } of sights) {
      if (!theirs || assignment.due === null || exception?.excused || localDateAt(found.calendar.zone, assignment.due) !== day) continue;
      const own = resolved.window.due ?? assignment.due;
      const list = due.get(member.student.id) ?? [];
      const moved = own > assignment.due ? null : addSchoolDays(found.calendar, assignment.due, 1);
      due.set(member.student.id, [...list, { assignmentId: assignment.id, title: assignment.title, due: own, moved }]);
    }
    return due;
  }

  async function inOrder(
    found: SchoolClass,
    members: readonly Member[],
    order: Order,
  ): Promise<{ members: Member[]; bySeats: boolean; hasSeats: boolean }> {
    const row = await rowByKey(seats, found.id);
    const seated = row ? fromJson<string[]>(row.studentIds) : [];
    const place = new Map(seated.map((id, at) => [id, at]));
    const bySeats = seated.length > 0 && order !== 'name';
    const placeOf = (member: Member) => place.get(member.student.id) ?? seated.length;
    return { members: bySeats ? [...members].sort((a, b) => placeOf(a) - placeOf(b)) : [...members], bySeats, hasSeats: seated.length > 0 };
  }

  /** Appends what is said, of members of the class only. */
  async function append(
    found: SchoolClass,
    day: LocalDate,
    said: readonly { studentId: string; lesson: string; entry: RegisterEntry }[],
    by: string,
    now: Instant,
    transaction: Transaction,
  ): Promise<void> {
    await facts.bulkCreate(
      said.map(({ studentId, lesson, entry }) => ({ classId: found.id, studentId, day, lesson, ...entry, byUser: by, at: new Date(now) })),
      { transaction },
    );
    noteChange(transaction, { classes: [found.id] });
  }

  const service = {
    async look(teacher: Teacher, classId: string, day: LocalDate, order: Order, now: Instant): Promise<RegisterReply> {
      const found = await classes.forTeacher(teacher, 'register.look', classId);
      // Who was in the class on that day, also if they have left since.
      const members = (await roster.membersOf([classId])).filter((one) => one.joined <= day && (one.left === null || day <= one.left));
      const ids = members.map((one) => one.student.id);
      const [listed, said, absences, placed] = await Promise.all([
        lessonsOn(found, day),
        registerFacts.said([classId], ids, { from: day, to: day }),
        rowsOf(told, {
          where: { studentId: { [Op.in]: ids }, fromDay: { [Op.lte]: day }, toDay: { [Op.gte]: day } },
          order: [['madeAt', 'DESC']],
        }),
        inOrder(found, members, order),
      ]);
      const away = [...new Set([...said.filter((one) => isAway(one.mark)).map((one) => one.studentId)])];
      const [due, answered, people] = await Promise.all([
        dueOn(teacher, found, day, away, now),
        rowsOf(answers, { where: { classId, absenceId: { [Op.in]: absences.map((one) => one.id) } } }),
        accounts.people(absences.map((one) => one.familyId)),
      ]);
      return {
        classId,
        day,
        isSchoolDay: isSchoolDay(found.calendar, day),
        lessons: listed,
        bySeats: placed.bySeats,
        hasSeats: placed.hasSeats,
        students: placed.members.map(({ student: { id, givenName, familyName } }) => {
          const absence = absences.find((one) => one.studentId === id);
          return {
            student: { id, givenName, familyName },
            entries: Object.fromEntries(
              said.filter((one) => one.studentId === id).map(({ lesson, mark, minutes, reason }) => [lesson, { mark, minutes, reason }]),
            ),
            told: absence
              ? {
                  id: absence.id,
                  reason: absence.reason,
                  by: people.has(absence.familyId) ? fullName(people.get(absence.familyId)!) : '',
                  from: absence.fromDay,
                  to: absence.toDay,
                  answered: answered.some((one) => one.absenceId === absence.id),
                }
              : null,
            due: due.get(id) ?? [],
          };
        }),
      };
    },

    /** Says what holds of some students in a lesson; what is said of nobody stays as it is. */
    async set(
      teacher: Teacher,
      classId: string,
      day: LocalDate,
      { lesson, entries, taken: looked }: RegisterSet,
      order: Order,
      now: Instant,
    ): Promise<RegisterReply> {
      const found = await classes.forTeacher(teacher, 'register.take', classId);
      if (!(await lessonsOn(found, day)).some((one) => one.lesson === lesson)) throw new Problem('register.noLesson');
      if (day > localDateAt(found.calendar.zone, now) && looked) throw new Problem('register.notYet');
      const members = new Set(
        (
          await roster.membersOf(
            [classId],
            entries.map((one) => one.studentId),
          )
        ).map((one) => one.student.id),
      );
      if (entries.some((one) => !members.has(one.studentId))) throw new Problem('thing.unknown');
      await inTransaction(sequelize, async (transaction) => {
        await append(
          found,
          day,
          entries.map(({ studentId, entry }) => ({ studentId, lesson, entry })),
          teacher.userId,
          now,
          transaction,
        );
        if (looked) await taken.upsert({ classId, day, lesson, byUser: teacher.userId, at: new Date(now) }, { transaction });
      });
      return service.look(teacher, classId, day, order, now);
    },

    /** In which order the class sits; empty: by name. */
    async setSeats(teacher: Teacher, classId: string, studentIds: readonly string[]): Promise<void> {
      await classes.forTeacher(teacher, 'register.take', classId);
      await seats.upsert({ classId, studentIds: [...studentIds] });
    },

    /** One more school day for a piece that was due while its student was away. */
    async giveDay(
      teacher: Teacher,
      classId: string,
      day: LocalDate,
      at: { assignmentId: string; studentId: string },
      now: Instant,
    ): Promise<RegisterReply> {
      const found = await classes.forTeacher(teacher, 'exception.give', classId);
      const due = (await dueOn(teacher, found, day, [at.studentId], now))
        .get(at.studentId)
        ?.find((one) => one.assignmentId === at.assignmentId);
      if (!due) throw new Problem('thing.unknown');
      if (due.moved !== null) {
        const assignment = await assignments.forTeacher(teacher, 'exception.give', at.assignmentId);
        const { closes } = assignment;
        const body = {
          excused: false,
          due: due.moved,
          ...(closes === null ? {} : { closes: Math.max(closes, due.moved) }),
          reason: 'absent',
          waivesLate: false,
          quizTimePercent: null,
        };
        await dateChanges.around({ by: teacher.userId, assignmentIds: [at.assignmentId], tell: true, now }, () =>
          exceptions.give(teacher, { assignmentId: at.assignmentId, studentIds: [at.studentId] }, body as never, now),
        );
      }
      return service.look(teacher, classId, day, undefined, now);
    },

    append,
    lessonsOn,

    /** All that the register of a class says, as a table. */
    async file(teacher: Teacher, classId: string): Promise<string> {
      await classes.forTeacher(teacher, 'register.look', classId);
      const [said, members] = await Promise.all([registerFacts.said([classId]), roster.membersOf([classId])]);
      const nameOf = new Map(members.map((one) => [one.student.id, fullName(one.student)]));
      return csv(
        ['Day', 'Student', 'Mark', 'Minutes', 'Reason'],
        said.map((one) => [
          one.day,
          nameOf.get(one.studentId) ?? '',
          one.mark,
          one.minutes === null ? '' : String(one.minutes),
          one.reason,
        ]),
      );
    },
  };
  return service;
}

export type RegisterService = ReturnType<typeof registerService>;
