import {
  daysBetween,
  localDateAt,
  mondayOf,
  plusDays,
  wallClockAt,
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

const MOST_DATES = 3000;
const MOST_RULES = 60;
const LONGEST_DAYS = 400;

const two = (n: number) => String(n).padStart(2, '0');
interface Dated {
  date: LocalDate;
  from: WallTime;
  to: WallTime;
  room: string;
}
/** What of a time of ical.js is read. */
interface IcalTime {
  year: number;
  month: number;
  day: number;
  hour: number;
  minute: number;
  isDate: boolean;
  zone: { tzid: string } | null;
  toJSDate(): Date;
}

/** The wall time of the school: a time without a zone is meant so already. */
function wallOf(zone: string, time: IcalTime): { date: LocalDate; time: WallTime } {
  if (time.zone === null || time.zone.tzid === 'floating')
    return { date: `${time.year}-${two(time.month)}-${two(time.day)}`, time: `${two(time.hour)}:${two(time.minute)}` };
  const at: Instant = time.toJSDate().getTime();
  const minutes = Math.floor(wallClockAt(zone, at).msOfDay / 60_000);
  return { date: localDateAt(zone, at), time: `${two(Math.floor(minutes / 60))}:${two(minutes % 60)}` };
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
 * A timetable from a calendar file (iCalendar, RFC 5545): every event with a time of day that comes at least twice, repeated by
 * a rule or written out day by day. Whole days are no lessons.
 *
 * @param zone of the class, in which its times are meant
 * @throws Problem `timetable.notReadable`
 */
export async function readTimetable(text: string, zone: string): Promise<ReadTimetableReply> {
  const events = await readEvents(text);
  if (!events) throw new Problem('timetable.notReadable');
  const dated: Dated[] = [];
  let passedOver = 0;
  for (const event of events) {
    if (!event.startDate || event.startDate.isDate || event.duration.toSeconds() >= 86_400) {
      passedOver += 1;
      continue;
    }
    const room = (event.location ?? '').trim().slice(0, 60);
    const add = (start: IcalTime, end: IcalTime) => {
      const [begin, over] = [wallOf(zone, start), wallOf(zone, end)];
      if (over.date === begin.date && dated.length < MOST_DATES) dated.push({ date: begin.date, from: begin.time, to: over.time, room });
    };
    const first = wallOf(zone, event.startDate).date;
    if (!event.isRecurring()) add(event.startDate, event.endDate);
    else {
      const repeats = event.iterator();
      for (let next = repeats.next(); next && dated.length < MOST_DATES; next = repeats.next()) {
        const { startDate, endDate } = event.getOccurrenceDetails(next);
        if (daysBetween(first, wallOf(zone, startDate).date) > LONGEST_DAYS) break;
        add(startDate, endDate);
      }
    }
  }
  const read = toRules(dated);
  return { timetable: read.timetable, passedOver: passedOver + read.passedOver };
}
