import { calendarProblems } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op } from 'sequelize';
import type { CalendarChange, CalendarEffects, CalendarReply, CalendarRequest } from '../../contract';
import { noteChange } from '../../db/class-changes';
import { rowsOf } from '../../db/rows';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { BoardService } from '../pieces/board.service';
import { teacherViewer, type Sight } from '../pieces/sight';
import { calendarAgreeing } from './calendar-agreeing';
import { effectsOn } from './calendar-effects';
import { calendarWriting, refuseWrong, type CalendarCollaborators, type Teacher } from './calendar-writing';
import { toCalendar } from './classes.mapper';
import { defineCalendarChanges, defineClasses, type CalendarChangeRow } from './classes.model';

interface Collaborators extends CalendarCollaborators {
  board: BoardService;
}

/**
 * The school's calendars. Who teaches all classes that go by one changes it, having seen first which dates that touches. Who
 * teaches only some proposes the change: it is made once a teacher of each class has agreed. Each change can be undone.
 */
export function calendarsService({ board, ...collaborators }: Collaborators) {
  const { sequelize, classes, dateChanges } = collaborators;
  const { calendars, classes: classTable } = defineClasses(sequelize);
  const { changes } = defineCalendarChanges(sequelize);
  const writing = calendarWriting(collaborators);
  const { asStored, current, forTeacher, mine, reply, stale, teaches, usesOf, write } = writing;

  return {
    ...calendarAgreeing(collaborators, writing),

    async list(teacher: Teacher): Promise<CalendarReply[]> {
      const own = await mine(teacher);
      const ids = [...new Set(own.map((one) => one.calendarId))];
      if (ids.length === 0) return [];
      const rows = await rowsOf(calendars, {
        where: { id: { [Op.in]: ids } },
        order: [
          ['name', 'ASC'],
          ['id', 'ASC'],
        ],
      });
      return reply(teacher, rows);
    },

    /** A calendar of its own for a class, so that it can differ from the school's. */
    async create(teacher: Teacher, { classId, ...request }: CalendarRequest & { classId: string }, now: number): Promise<CalendarReply> {
      const found = await classes.forTeacher(teacher, 'class.edit', classId);
      refuseWrong(request, now);
      const id = randomUUID();
      await dateChanges.aroundClasses({ by: teacher.userId, classIds: [classId], now }, () =>
        inTransaction(sequelize, async (transaction) => {
          await calendars.create({ id, ...request, version: 1 }, { transaction });
          await classTable.update({ calendarId: id, version: found.version + 1 }, { where: { id: classId }, transaction });
          noteChange(transaction, { classes: [classId] });
        }),
      );
      return current(teacher, id);
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
      const as = board.as(teacherViewer(teacher));
      const [before, after] = await Promise.all([
        as.sights({ classes: touched, drafts: true, now }),
        as.sights({ classes: changed, drafts: true, now }),
      ]);
      const calendarOf = new Map(changed.map((one) => [one.id, one.calendar]));
      const effects = touched.map((one) => {
        const of = (sights: Sight[]) => sights.filter(({ schoolClass }) => schoolClass.id === one.id);
        return effectsOn(of(before), of(after), calendarOf.get(one.id)!);
      });
      return {
        problems,
        onDayOff: effects.flatMap((one) => one.onDayOff),
        moved: effects.flatMap((one) => one.moved),
        costs: effects.reduce((sum, one) => sum + one.costs, 0),
      };
    },

    /**
     * Changes a calendar whose classes are all this teacher's.
     * @throws Problem `calendar.wrong`, `calendar.shared` if others teach by it too, or `conflict.changedMeanwhile` with the
     *   calendar as it is now
     */
    async change(teacher: Teacher, id: string, { version, ...request }: CalendarChange, now: number): Promise<CalendarReply> {
      const { row } = await forTeacher(teacher, id, 'calendar.edit');
      refuseWrong(request, now);
      const uses = (await usesOf([id])).get(id)!;
      const others = uses.filter((use) => !teaches(use, teacher.userId));
      if (others.length > 0) throw new Problem('calendar.shared');
      const key = randomUUID();
      const made = await write(
        row,
        uses,
        asStored(request),
        { by: teacher.userId, key, version, now },
        async (transaction, madeVersion) => {
          const noted: CalendarChangeRow = {
            id: key,
            calendarId: id,
            byUser: teacher.userId,
            at: new Date(now),
            calendarBefore: asStored(toCalendar(row)),
            calendarAfter: asStored(request),
            word: '',
            state: 'made',
            seenVersion: version,
            madeVersion,
          };
          await changes.create(noted, { transaction });
        },
      );
      return made ? current(teacher, id) : stale(teacher, id);
    },
  };
}

export type CalendarsService = ReturnType<typeof calendarsService>;
