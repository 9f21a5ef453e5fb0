import {
  calendarYears,
  daysBetween,
  localDateAt,
  mondayOf,
  plusDays,
  weekdayOf,
  type Instant,
  type LessonRule,
  type LocalDate,
  type WallTime,
} from '@jolly/core';
import { randomUUID } from 'node:crypto';
import type { ReadTimetableReply } from '../../contract';
import { readEvents } from '../../files/read-events';
import { Problem } from '../../http/problem';
import type { SchoolClass } from '../classes/classes.service';

const MOST_DATES = 3000;
const MOST_RULES = 60;

interface Dated {
  date: LocalDate;
  from: WallTime;
  to: WallTime;
  room: string;
}
/** Lessons at the same time of the same weekday in the same room are one line, in every week or in those of one letter. */
function toRules(dated: readonly Dated[]): Pick<ReadTimetableReply, 'timetable' | 'passedOver'> {
  const groups = new Map<string, Dated[]>();
  for (const one of dated) {
    const key = [weekdayOf(one.date), one.from, one.to, one.room].join(' ');
    groups.set(key, [...(groups.get(key) ?? []), one]);
  }
  let weekA: LocalDate | null = null;
  let passedOver = 0;
  const rules: LessonRule[] = [];
  for (const group of groups.values()) {
    const dates = [...new Set(group.map((one) => one.date))].sort();
    const [first, last] = [dates[0]!, dates.at(-1)!];
    if (dates.length < 2 || rules.length >= MOST_RULES) {
      passedOver += group.length;
      continue;
    }
    const everyOther = dates.length > 2 && dates.every((date) => daysBetween(first, date) % 14 === 0);
    if (everyOther) weekA ??= mondayOf(first);
    const weeks = !everyOther ? 'every' : (daysBetween(weekA!, mondayOf(first)) / 7) % 2 === 0 ? 'A' : 'B';
    const except: LocalDate[] = [];
    for (let date = first; date <= last; date = plusDays(date, everyOther ? 14 : 7)) if (!dates.includes(date)) except.push(date);
    const { from, to, room } = group[0]!;
    rules.push({ id: randomUUID(), weekday: weekdayOf(first), from, to, room, weeks, validFrom: first, validTo: last, except, link: null });
  }
  rules.sort((a, b) => a.weekday - b.weekday || (a.from < b.from ? -1 : 1));
  return { timetable: { rules, weekA }, passedOver };
}

/**
 * A timetable from a calendar file (iCalendar, RFC 5545) in the years of the class's calendar: every event with a time of day that comes at
 * least twice, repeated by a rule or written out day by day. Whole days are no lessons.
 *
 * @throws Problem `timetable.notReadable`, `calendar.fileTooMuch`
 */
export async function readTimetable(text: string, { calendar, terms }: SchoolClass, now: Instant): Promise<ReadTimetableReply> {
  const { zone } = calendar;
  const found = await readEvents({ text, span: calendarYears(terms, localDateAt(zone, now)), zone });
  if (found === null) throw new Problem('timetable.notReadable');
  if (found === 'tooMuch') throw new Problem('calendar.fileTooMuch');
  const lessons = found.events.filter((event) => !event.allDay && event.times.every((time) => time.from === time.to));
  const dated = lessons
    .flatMap(({ times }) =>
      times.map(({ from: date, begins, ends, place }) => ({ date, from: begins, to: ends, room: place.slice(0, 60) })),
    )
    .slice(0, MOST_DATES);
  const read = toRules(dated);
  const other = found.events.length - lessons.length + found.outside + found.calledOff + found.unreadable.length;
  return { timetable: read.timetable, passedOver: other + read.passedOver };
}
