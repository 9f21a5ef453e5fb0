import {
  dateOfDay,
  dayNumberOf,
  isLocalDate,
  plusDays,
  RuleError,
  weekdayOf,
  type DayNumber,
  type Instant,
  type LocalDate,
  type WallTime,
} from '../quantities';
import { dayClockAt, instantOf, instantOfDay } from './zone';

/** A stretch of days, both ends included. */
export interface DaySpan {
  from: LocalDate;
  to: LocalDate;
}

/** Days without school. */
export interface Closure extends DaySpan {
  name?: string;
}

/** A stretch of the school year. */
export interface Term extends DaySpan {
  name: string;
}

/** When a class has school: its zone, the weekdays (1 = Monday … 7 = Sunday) and the closures. */
export interface SchoolCalendar {
  zone: string;
  schoolDays: readonly number[];
  closures: readonly Closure[];
}

// Three years of closures in a row is a mistake in the calendar, not a holiday.
const LONGEST_WALK_DAYS = 1100;

/** As many closures as a calendar takes. */
export const MOST_CLOSURES = 400;

/** The last instant of a local day that a date without a time means when the class has no usual due time. */
export const END_OF_DAY_MS = 86_399_999;

/** A calendar as it is counted in: days as numbers. */
interface CountedCalendar {
  /** what it was read from, to see whether it still says that */
  read: { schoolDays: readonly number[]; closures: readonly DaySpan[] };
  /** by weekday, 0 = Monday */
  week: readonly boolean[];
  closures: readonly { from: DayNumber; to: DayNumber }[];
}

// A class's windows walk the same calendar thousands of times, so it is read once and again when it says something else.
const counted = new WeakMap<SchoolCalendar, CountedCalendar>();

const saysTheSame = ({ read }: CountedCalendar, { schoolDays, closures }: SchoolCalendar): boolean =>
  read.schoolDays.length === schoolDays.length &&
  read.closures.length === closures.length &&
  read.schoolDays.every((day, i) => day === schoolDays[i]) &&
  read.closures.every(({ from, to }, i) => from === closures[i]!.from && to === closures[i]!.to);

function countedOf(calendar: SchoolCalendar): CountedCalendar {
  let found = counted.get(calendar);
  if (!found || !saysTheSame(found, calendar)) {
    const week = [1, 2, 3, 4, 5, 6, 7].map((day) => calendar.schoolDays.includes(day));
    const read = { schoolDays: [...calendar.schoolDays], closures: calendar.closures.map(({ from, to }) => ({ from, to })) };
    found = { read, week, closures: read.closures.map(({ from, to }) => ({ from: dayNumberOf(from), to: dayNumberOf(to) })) };
    counted.set(calendar, found);
  }
  return found;
}

// 1 January 1970 was a Thursday.
const hasSchool = ({ week, closures }: CountedCalendar, day: DayNumber) =>
  week[(((day + 3) % 7) + 7) % 7] === true && !closures.some((closure) => closure.from <= day && day <= closure.to);

/** Is there school on this day? */
export function isSchoolDay(calendar: SchoolCalendar, date: LocalDate): boolean {
  return hasSchool(countedOf(calendar), dayNumberOf(date));
}

/**
 * The day `count` school days after (before, if negative) a day; 0 is the day itself (docs/rules.md, 0).
 * @throws RuleError `calendar.no-school-days` when three years hold too few
 */
export function schoolDayAfter(calendar: SchoolCalendar, date: LocalDate, count: number): LocalDate {
  return dateOfDay(walk(calendar, dayNumberOf(date), count));
}

function walk(calendar: SchoolCalendar, from: DayNumber, count: number): DayNumber {
  const days = countedOf(calendar);
  const step = count < 0 ? -1 : 1;
  let [left, day, idle] = [Math.abs(count), from, 0];
  while (left > 0) {
    day += step;
    if (hasSchool(days, day)) {
      left -= 1;
      idle = 0;
    } else if (++idle > LONGEST_WALK_DAYS) throw new RuleError('calendar.no-school-days', { date: dateOfDay(from), count });
  }
  return day;
}

/**
 * The same wall time `count` school days on; 0 is the instant itself (docs/rules.md, 0).
 * @example Fri 27 Nov 15:30, +1, Monday to Friday -> Mon 30 Nov 15:30
 */
export function addSchoolDays(calendar: SchoolCalendar, at: Instant, count: number): Instant {
  if (count === 0) return at;
  const { day, msOfDay } = dayClockAt(calendar.zone, at);
  return instantOfDay(calendar.zone, { day: walk(calendar, day, count), msOfDay });
}

/** How many school days lie after one day up to another; negative if `to` is earlier. @example Friday to Monday -> 1 */
export function schoolDaysBetween(calendar: SchoolCalendar, from: LocalDate, to: LocalDate): number {
  const days = countedOf(calendar);
  const [first, last] = [dayNumberOf(from < to ? from : to), dayNumberOf(from < to ? to : from)];
  let count = 0;
  // Forwards the first day does not count, backwards the last.
  for (let day = from < to ? first + 1 : first; from < to ? day <= last : day < last; day++) if (hasSchool(days, day)) count += 1;
  return from < to || count === 0 ? count : -count;
}

/** The same wall time `count` calendar days on; 0 is the instant itself. */
export function addDays(calendar: SchoolCalendar, at: Instant, count: number): Instant {
  if (count === 0) return at;
  const { day, msOfDay } = dayClockAt(calendar.zone, at);
  return instantOfDay(calendar.zone, { day: day + count, msOfDay });
}

/** Milliseconds since midnight of a wall time such as 15:30. */
export function msOfWallTime(time: WallTime): number {
  const [hours = 0, minutes = 0] = time.split(':').map(Number);
  return (hours * 60 + minutes) * 60_000;
}

/** The instant a date given without a time means: the class's usual due time, or the end of the day. */
export function dueInstantOf(zone: string, date: LocalDate, usualDueTime: WallTime | null): Instant {
  return instantOf(zone, { date, msOfDay: usualDueTime === null ? END_OF_DAY_MS : msOfWallTime(usualDueTime) });
}

/**
 * The days a school calendar is about: from the beginning of its first term to the end of its last, a whole year at least,
 * so that the holidays after the last term belong to it. Without terms: half a year back and half a year on.
 * What is read from calendar files is read for these days only (docs/rules.md, 0).
 *
 * @example one term 2026-09-07 … 2026-12-18 -> 2026-09-07 … 2027-09-06
 */
export function calendarYears(terms: readonly DaySpan[], today: LocalDate): DaySpan {
  const whole = terms.filter(({ from, to }) => isLocalDate(from) && isLocalDate(to));
  const from = whole.length > 0 ? whole.map((term) => term.from).reduce((a, b) => (a < b ? a : b)) : plusDays(today, -182);
  const last = whole.map((term) => term.to).reduce((a, b) => (a > b ? a : b), from);
  const year = plusDays(from, 364);
  return { from, to: last > year ? last : year };
}

/** One week of a term as the term line shows it: Monday to Sunday, numbered from 1. */
export interface TermWeek {
  number: number;
  monday: LocalDate;
}

/** The Monday of the week a day lies in. */
export function mondayOf(date: LocalDate): LocalDate {
  return plusDays(date, 1 - weekdayOf(date));
}

/** The weeks of a term, from the Monday of its first day to the week of its last. */
export function weeksOf(term: DaySpan): TermWeek[] {
  const weeks: TermWeek[] = [];
  for (let monday = mondayOf(term.from); monday <= term.to; monday = plusDays(monday, 7)) {
    weeks.push({ number: weeks.length + 1, monday });
  }
  return weeks;
}

/** The term a day lies in, else the next to come, else the last; null without terms. */
export function termAt(terms: readonly Term[], date: LocalDate): Term | null {
  const ordered = [...terms].sort((a, b) => (a.from < b.from ? -1 : 1));
  return ordered.find((term) => date <= term.to) ?? ordered.at(-1) ?? null;
}

/** What is wrong with a calendar that somebody typed, where. */
export interface CalendarProblem {
  path: string;
  why: 'noSchoolDays' | 'endsBeforeItBegins' | 'termsOverlap' | 'noName' | 'noSuchDay' | 'closesTerm';
}

/** Everything that keeps a calendar from being used, in the order of its fields. */
export function calendarProblems(calendar: {
  schoolDays: readonly number[];
  terms: readonly Term[];
  closures: readonly Closure[];
}): CalendarProblem[] {
  const problems: CalendarProblem[] = [];
  const add = (path: string, why: CalendarProblem['why']) => problems.push({ path, why });
  if (calendar.schoolDays.length === 0) add('schoolDays', 'noSchoolDays');
  const spans = (kind: 'terms' | 'closures', list: readonly DaySpan[]) => {
    for (const [index, { from, to }] of list.entries()) {
      if (!isLocalDate(from)) add(`${kind}.${index}.from`, 'noSuchDay');
      else if (!isLocalDate(to)) add(`${kind}.${index}.to`, 'noSuchDay');
      else if (to < from) add(`${kind}.${index}.to`, 'endsBeforeItBegins');
    }
  };
  spans('terms', calendar.terms);
  for (const [index, term] of calendar.terms.entries()) {
    if (term.name.trim() === '') add(`terms.${index}.name`, 'noName');
    if (calendar.terms.some((other, at) => at < index && other.from <= term.to && term.from <= other.to))
      add(`terms.${index}.from`, 'termsOverlap');
  }
  spans('closures', calendar.closures);
  for (const [index, term] of calendar.terms.entries()) {
    const closed = calendar.closures.some((closure) => closure.from <= term.from && term.to <= closure.to);
    if (closed) add(`terms.${index}`, 'closesTerm');
  }
  return problems;
}
