import { addSchoolDays, calendarProblems, isSchoolDay, localDateAt, may, type Actor, type CalendarProblem, type SchoolCalendar, type WindowField } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, QueryTypes, type Sequelize } from 'sequelize';
import type { CalendarChange, CalendarEffects, CalendarReply, CalendarRequest } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { BoardService, Sight } from '../pieces/board.service';
import { afterLateness } from '../pieces/pieces.mapper';
import { toCalendar } from './classes.mapper';
import { defineClasses, type CalendarRow } from './classes.model';
import type { ClassesService, SchoolClass } from './classes.service';
import { teacherEyes } from '../pieces/viewing';

type Teacher = Actor & { userId: string };

export const CALENDAR_SENTENCES: Record<CalendarProblem['why'], string> = {
  noSchoolDays: 'Choose at least one weekday with school.',
  endsBeforeItBegins: 'This ends before it begins.',
  termsOverlap: 'Two terms overlap.',
  noName: 'Give it a name.',
  noSuchDay: 'There is no such day.',
  closesTerm: 'A closure covers this whole term.',
};

const SCHOOL_DAYS_NEEDED = 30;

/** @throws Problem `calendar.wrong` naming each field; RuleError `calendar.no-school-days` if hardly any are left to count on */
function refuseWrong(calendar: CalendarRequest, now: number): void {
  const problems = calendarProblems(calendar);
  if (problems.length > 0) throw new Problem('calendar.wrong', { errors: problems.map(({ path, why }) => ({ path, message: CALENDAR_SENTENCES[why] })) });
  addSchoolDays({ ...calendar, zone: 'UTC' }, now, SCHOOL_DAYS_NEEDED);
}

const FIELDS: readonly WindowField[] = ['opens', 'due', 'closes'];
const isDayOff = (calendar: SchoolCalendar, at: number) => !isSchoolDay(calendar, localDateAt(calendar.zone, at));

/** What a new calendar does to one class: its dates on days off, students whose dates move, costs that change. */
function effectsOn(before: readonly Sight[], after: readonly Sight[], calendar: SchoolCalendar): Omit<CalendarEffects, 'problems'> {
  const onDayOff = new Map<string, CalendarEffects['onDayOff'][number]>();
  const moved = new Map<string, CalendarEffects['moved'][number]>();
  let costs = 0;
  for (const [index, was] of before.entries()) {
    const is = after[index]!;
    const { id: assignmentId, classId, title } = was.assignment;
    for (const field of FIELDS) {
      const at = was.assignment[field];
      if (at !== null && isDayOff(calendar, at) && !isDayOff(was.schoolClass.calendar, at)) onDayOff.set(`${assignmentId} ${field}`, { assignmentId, classId, title, field, at });
    }
    if (was.piece.state === null && is.piece.state === null) continue;
    const [old, due] = [was.resolved.window.due, is.resolved.window.due];
    if (old !== null && due !== null && old !== due) {
      const key = `${assignmentId} ${old} ${due}`;
      const entry = moved.get(key) ?? { assignmentId, classId, title, students: 0, before: old, after: due };
      moved.set(key, { ...entry, students: entry.students + 1 });
    }
    const score = was.record?.score;
    if (score && afterLateness(was, score).effective !== afterLateness(is, score).effective) costs += 1;
  }
  return { onDayOff: [...onDayOff.values()].sort((a, b) => a.at - b.at), moved: [...moved.values()].sort((a, b) => a.before - b.before), costs };
}

/** The school's calendars. Whoever teaches a class by one may change it; it says first which dates that touches. */
export function calendarsService({ sequelize, classes, board }: { sequelize: Sequelize; classes: ClassesService; board: BoardService }) {
  const { calendars, classes: classTable } = defineClasses(sequelize);
  const mine = async (teacher: Teacher) => classes.load(await classes.taughtBy(teacher.userId, { away: true }));

  async function reply(rows: CalendarRow[], own: SchoolClass[]): Promise<CalendarReply[]> {
    const counts = await sequelize.query<{ id: string; n: number }>('SELECT calendar_id AS id, COUNT(*) AS n FROM classes WHERE calendar_id IN (?) GROUP BY calendar_id', {
      replacements: [rows.map((row) => row.id)],
      type: QueryTypes.SELECT,
    });
    return rows.map((row) => {
      const by = own.filter((one) => one.calendarId === row.id);
      const all = Number(counts.find((count) => count.id === row.id)?.n ?? 0);
      return { ...toCalendar(row), classes: by.map(({ id, label }) => ({ id, label })), otherClasses: all - by.length };
    });
  }

  async function forTeacher(teacher: Teacher, id: string, action: 'calendar.look' | 'calendar.edit'): Promise<{ row: CalendarRow; own: SchoolClass[] }> {
    const own = await mine(teacher);
    const relation = own.some((one) => one.calendarId === id) ? 'coTeacher' : 'none';
    const row = (await calendars.findByPk(id, { raw: true })) as unknown as CalendarRow | null;
    if (!row || may(teacher, action, { relation }) !== 'allowed') throw new Problem('thing.unknown');
    return { row, own };
  }

  return {
    async list(teacher: Teacher): Promise<CalendarReply[]> {
      const own = await mine(teacher);
      const ids = [...new Set(own.map((one) => one.calendarId))];
      if (ids.length === 0) return [];
      const rows = (await calendars.findAll({
        where: { id: { [Op.in]: ids } },
        order: [
          ['name', 'ASC'],
          ['id', 'ASC'],
        ],
        raw: true,
      })) as unknown as CalendarRow[];
      return reply(rows, own);
    },

    /** A calendar of its own for a class, so that it can differ from the school's. */
    async create(teacher: Teacher, { classId, ...request }: CalendarRequest & { classId: string }, now: number): Promise<CalendarReply> {
      const found = await classes.forTeacher(teacher, 'class.edit', classId);
      refuseWrong(request, now);
      const id = randomUUID();
      await inTransaction(sequelize, async (transaction) => {
        await calendars.create({ id, ...request, version: 1 }, { transaction });
        await classTable.update({ calendarId: id, version: found.version + 1 }, { where: { id: classId }, transaction });
      });
      const { row, own } = await forTeacher(teacher, id, 'calendar.look');
      return (await reply([row], own))[0]!;
    },

    /** What a change would do, before it is made: for the classes of the one who asks. */
    async preview(teacher: Teacher, id: string, request: CalendarRequest, now: number): Promise<CalendarEffects> {
      const { own } = await forTeacher(teacher, id, 'calendar.look');
      const problems = calendarProblems(request);
      const none = { onDayOff: [], moved: [], costs: 0 };
      if (problems.length > 0) return { problems, ...none };
      const touched = own.filter((one) => one.calendarId === id && one.putAwayAt === null);
      const { schoolDays, closures } = request;
      const changed = touched.map((one) => ({ ...one, calendar: { zone: one.calendar.zone, schoolDays, closures } }));
      refuseWrong(request, now);
      const [before, after] = await Promise.all([
        board.as(teacherEyes(teacher)).sights({ classes: touched, drafts: true, now }),
        board.as(teacherEyes(teacher)).sights({ classes: changed, drafts: true, now }),
      ]);
      const calendarOf = new Map(changed.map((one) => [one.id, one.calendar]));
      const effects = touched.map((one) => {
        const of = (sights: Sight[]) => sights.filter(({ schoolClass }) => schoolClass.id === one.id);
        return effectsOn(of(before), of(after), calendarOf.get(one.id)!);
      });
      return { problems, onDayOff: effects.flatMap((one) => one.onDayOff), moved: effects.flatMap((one) => one.moved), costs: effects.reduce((sum, one) => sum + one.costs, 0) };
    },

    /** @throws Problem `calendar.wrong`, or `conflict.changedMeanwhile` with the calendar as it is now */
    async change(teacher: Teacher, id: string, { version, ...request }: CalendarChange, now: number): Promise<CalendarReply> {
      await forTeacher(teacher, id, 'calendar.edit');
      refuseWrong(request, now);
      const [changed] = await calendars.update({ ...request, version: version + 1 }, { where: { id, version } });
      const { row, own } = await forTeacher(teacher, id, 'calendar.look');
      const [current] = await reply([row], own);
      if (changed === 0) throw new Problem('conflict.changedMeanwhile', { current });
      return current!;
    },
  };
}

export type CalendarsService = ReturnType<typeof calendarsService>;
