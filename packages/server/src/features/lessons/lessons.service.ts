import {
  HOUR_MS,
  isRoomOpen,
  lessonFaults,
  lessonsBetween,
  localDateAt,
  MINUTE_MS,
  plusDays,
  type Actor,
  type DaySpan,
  type Instant,
  type Lesson,
  type LessonRule,
  type Timetable,
} from '@jolly/core';
import { Op, type Sequelize } from 'sequelize';
import type { MyRoom, TimetableReply, TimetableRequest } from '../../contract';
import { fromJson } from '../../db/json-column';
import { rowsOf } from '../../db/rows';
import { inTransaction } from '../../db/transaction';
import { fieldProblem } from '../../http/field-problems';
import { Problem } from '../../http/problem';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { RosterService } from '../roster/roster.service';
import { defineTimetables, type TimetableRow } from './lessons.model';

type Person = Actor & { userId: string };
/** So many days ahead lessons are listed. */
const AHEAD_DAYS = 35;
/** A room that a teacher opens and forgets closes after so long. */
const LONGEST_OPEN_MS = 3 * HOUR_MS;

interface Stored extends Timetable {
  rules: LessonRule[];
  openUntil: Instant | null;
  version: number;
}
const NONE: Stored = { rules: [], weekA: null, countsClosedWeeks: false, openUntil: null, version: 0 };
const toStored = (row: TimetableRow): Stored => ({
  rules: fromJson<LessonRule[]>(row.rules),
  weekA: row.weekA,
  countsClosedWeeks: Boolean(row.countsClosedWeeks),
  openUntil: row.roomOpenUntil?.getTime() ?? null,
  version: row.version,
});

/** Timetables of classes, the lessons that follow from them, and their live rooms. */
export function lessonsService({ sequelize, classes, roster }: { sequelize: Sequelize; classes: ClassesService; roster: RosterService }) {
  const timetables = defineTimetables(sequelize);

  async function storedOf(classIds: readonly string[]): Promise<Map<string, Stored>> {
    const rows = classIds.length === 0 ? [] : await rowsOf(timetables, { where: { classId: { [Op.in]: [...classIds] } } });
    return new Map(rows.map((row) => [row.classId, toStored(row)]));
  }

  const toReply = (found: SchoolClass, stored: Stored, now: Instant): TimetableReply => {
    const today = localDateAt(found.calendar.zone, now);
    const { openUntil, ...timetable } = stored;
    return {
      ...timetable,
      openUntil: openUntil !== null && openUntil > now ? openUntil : null,
      lessons: lessonsBetween(timetable, found, today, plusDays(today, AHEAD_DAYS)).filter((lesson) => lesson.end > now),
    };
  };

  const service = {
    /** The lessons of some classes within a span of days, by class. */
    async between(of: readonly SchoolClass[], span: DaySpan): Promise<Map<string, Lesson[]>> {
      const stored = await storedOf(of.map((one) => one.id));
      return new Map(of.map((one) => [one.id, lessonsBetween(stored.get(one.id) ?? NONE, one, span.from, span.to)]));
    },

    async timetable(teacher: Person, classId: string, now: Instant): Promise<TimetableReply> {
      const found = await classes.forTeacher(teacher, 'class.look', classId);
      return toReply(found, (await storedOf([classId])).get(classId) ?? NONE, now);
    },

    /** @throws Problem `timetable.notReady` naming each line, `conflict.changedMeanwhile` with the timetable as it is now */
    async set(teacher: Person, classId: string, { version, ...timetable }: TimetableRequest, now: Instant): Promise<TimetableReply> {
      const found = await classes.forTeacher(teacher, 'class.edit', classId);
      const faults = lessonFaults(timetable);
      if (faults.length > 0)
        throw new Problem('timetable.notReady', { errors: faults.map(({ at, fault }) => fieldProblem(`rules.${at}`, `lesson.${fault}`)) });
      await inTransaction(sequelize, async (transaction) => {
        const [changed] = await timetables.update({ ...timetable, version: version + 1 }, { where: { classId, version }, transaction });
        if (changed > 0) return;
        const current = (await storedOf([classId])).get(classId);
        if (version > 0 || current) throw new Problem('conflict.changedMeanwhile', { current: toReply(found, current ?? NONE, now) });
        await timetables.create({ classId, ...timetable, roomOpenUntil: null, version: 1 }, { transaction });
      });
      return service.timetable(teacher, classId, now);
    },

    /** Opens the live room now, or closes it again; before lessons it opens by itself. */
    async openRoom(teacher: Person, classId: string, open: boolean, now: Instant): Promise<TimetableReply> {
      await classes.forTeacher(teacher, 'class.edit', classId);
      const roomOpenUntil = open ? new Date(now + LONGEST_OPEN_MS) : null;
      const [changed] = await timetables.update({ roomOpenUntil }, { where: { classId } });
      if (changed === 0 && !(await storedOf([classId])).has(classId))
        await timetables.bulkCreate([{ classId, rules: [], weekA: null, countsClosedWeeks: false, roomOpenUntil, version: 1 }], {
          updateOnDuplicate: ['roomOpenUntil'],
        });
      return service.timetable(teacher, classId, now);
    },

    /** The live rooms of a student's classes: the link is told only while the room is open. */
    async rooms(student: Person, now: Instant): Promise<MyRoom[]> {
      const members = (await roster.membersOf(await roster.classesOf(student.userId), [student.userId])).filter((one) => one.left === null);
      const mine = (await classes.load(members.map((one) => one.classId))).filter((one) => one.putAwayAt === null);
      const stored = await storedOf(mine.map((one) => one.id));
      return mine.flatMap((found): MyRoom[] => {
        const timetable = stored.get(found.id) ?? NONE;
        const today = localDateAt(found.calendar.zone, now);
        const lessons = lessonsBetween(timetable, found, today, plusDays(today, 7)).filter((lesson) => lesson.end > now);
        const linkOf = (lesson: Lesson | undefined) => timetable.rules.find((rule) => rule.id === lesson?.ruleId)?.link ?? found.liveLink;
        // Of lessons with a call of their own only those count; with one for the class, all.
        const [next] = lessons.filter((lesson) => linkOf(lesson) !== null);
        const link = linkOf(next);
        if (link === null) return [];
        const open = isRoomOpen({ minutes: found.liveMinutes, openUntil: timetable.openUntil }, next ? [next] : [], now);
        return [
          {
            classId: found.id,
            className: found.label,
            hue: found.hue,
            zone: found.calendar.zone,
            open,
            link: open ? link : null,
            lesson: next ? { begin: next.begin, end: next.end, room: next.room } : null,
            opensAt: next ? next.begin - found.liveMinutes * MINUTE_MS : null,
          },
        ];
      });
    },
  };
  return service;
}

export type LessonsService = ReturnType<typeof lessonsService>;
