import { instantOf, isSchoolDay, mondayOf, msOfWallTime, type SchoolCalendar, type Term } from '../calendar';
import { MINUTE_MS, plusDays, weekdayOf, type Instant, type LocalDate, type WallTime } from '../quantities';

/** In which weeks a lesson is: in every one, or in those of one letter. */
export const LESSON_WEEKS = ['every', 'A', 'B'] as const;
export type LessonWeeks = (typeof LESSON_WEEKS)[number];

/** A line of a class's timetable: a lesson that comes again each week, or every other one. */
export interface LessonRule {
  id: string;
  /** 1 Monday to 7 Sunday */
  weekday: number;
  from: WallTime;
  to: WallTime;
  room: string;
  weeks: LessonWeeks;
  /** the first and the last day on which it can be; null: no bound */
  validFrom: LocalDate | null;
  validTo: LocalDate | null;
  /** days on which it is left out */
  except: readonly LocalDate[];
  /** the call of this lesson, where it is another than the class's */
  link: string | null;
}

export interface Timetable {
  rules: readonly LessonRule[];
  /** a day in a week A; null: there are no letters, and every week is A */
  weekA: LocalDate | null;
  /** do weeks without a single school day count when the letters go on? */
  countsClosedWeeks: boolean;
}

/** The calendar that a class goes by, as far as its lessons follow from it. */
export interface LessonCalendar {
  calendar: SchoolCalendar;
  terms: readonly Term[];
}

/** A lesson on its day. */
export interface Lesson {
  ruleId: string;
  date: LocalDate;
  begin: Instant;
  end: Instant;
  room: string;
}

export const MOST_LESSON_RULES = 60;
/** What keeps a line of a timetable from being one. */
export type LessonFault = 'endsBeforeItBegins' | 'validBackwards' | 'noWeekA';

/** What is wrong with a timetable, line by line. @example lessonFaults({ rules: [{ from: '10:00', to: '09:00', … }], … }) -> [{ at: 0, fault: 'endsBeforeItBegins' }] */
export function lessonFaults({ rules, weekA }: Timetable): { at: number; fault: LessonFault }[] {
  return rules.flatMap((rule, at) => [
    ...(rule.to <= rule.from ? [{ at, fault: 'endsBeforeItBegins' as const }] : []),
    ...(rule.validFrom !== null && rule.validTo !== null && rule.validTo < rule.validFrom
      ? [{ at, fault: 'validBackwards' as const }]
      : []),
    ...(rule.weeks !== 'every' && weekA === null ? [{ at, fault: 'noWeekA' as const }] : []),
  ]);
}

const LONGEST_WEEKS = 160;

function hasSchool({ calendar, terms }: LessonCalendar, monday: LocalDate): boolean {
  return Array.from({ length: 7 }, (_, day) => plusDays(monday, day)).some((date) => isLessonDay({ calendar, terms }, date));
}

/** May lessons be on this day: a school day, and within a term where terms are known? */
export const isLessonDay = ({ calendar, terms }: LessonCalendar, date: LocalDate): boolean =>
  isSchoolDay(calendar, date) && (terms.length === 0 || terms.some((term) => term.from <= date && date <= term.to));

/**
 * The letter of the week a day lies in. Letters go on week by week from a week A; weeks in which there is no school at all count
 * only where the school counts them (docs/rules.md, choices).
 */
export function weekLetter(
  { weekA, countsClosedWeeks }: Pick<Timetable, 'weekA' | 'countsClosedWeeks'>,
  of: LessonCalendar,
  date: LocalDate,
): 'A' | 'B' {
  if (weekA === null) return 'A';
  const [start, end] = [mondayOf(weekA), mondayOf(date)];
  const step = end < start ? -7 : 7;
  let letter = 0;
  for (let monday = start, weeks = 0; monday !== end && weeks < LONGEST_WEEKS; weeks += 1) {
    // Going on counts the week that is entered; going back the one that is left.
    const next = plusDays(monday, step);
    if (countsClosedWeeks || hasSchool(of, step > 0 ? next : monday)) letter += 1;
    monday = next;
  }
  return letter % 2 === 0 ? 'A' : 'B';
}

/**
 * The lessons of a class between two days, both included, in order of their begin: none on days without school, none outside its
 * terms, none on days that are left out. Times are wall times of the school, also over a change of the clocks.
 */
export function lessonsBetween(timetable: Timetable, of: LessonCalendar, from: LocalDate, to: LocalDate): Lesson[] {
  const { zone } = of.calendar;
  const found: Lesson[] = [];
  if (timetable.rules.length === 0) return found;
  for (let date = from; date <= to; date = plusDays(date, 1)) {
    const rules = timetable.rules.filter(
      (rule) =>
        rule.weekday === weekdayOf(date) &&
        (rule.validFrom === null || date >= rule.validFrom) &&
        (rule.validTo === null || date <= rule.validTo) &&
        !rule.except.includes(date),
    );
    if (rules.length === 0 || !isLessonDay(of, date)) continue;
    const letter = rules.some((rule) => rule.weeks !== 'every') ? weekLetter(timetable, of, date) : null;
    for (const rule of rules)
      if (rule.weeks === 'every' || rule.weeks === letter)
        found.push({
          ruleId: rule.id,
          date,
          begin: instantOf(zone, { date, msOfDay: msOfWallTime(rule.from) }),
          end: instantOf(zone, { date, msOfDay: msOfWallTime(rule.to) }),
          room: rule.room,
        });
  }
  return found.sort((a, b) => a.begin - b.begin || a.end - b.end);
}

/** What an open live room depends on. */
export interface RoomTimes {
  /** so many minutes before a lesson it opens */
  minutes: number;
  /** opened by a teacher, until this moment; null: not */
  openUntil: Instant | null;
}

/**
 * Is the live room of a class open: from some minutes before a lesson until its end, or because a teacher has opened it?
 * @example ten minutes before 10:10, at 10:00 sharp -> true; at the very end of the lesson -> false
 */
export const isRoomOpen = ({ minutes, openUntil }: RoomTimes, lessons: readonly Lesson[], now: Instant): boolean =>
  (openUntil !== null && now < openUntil) || lessons.some(({ begin, end }) => begin - minutes * MINUTE_MS <= now && now < end);
