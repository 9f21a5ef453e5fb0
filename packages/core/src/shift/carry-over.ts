import { instantOf, isSchoolDay, schoolDayAfter, wallClockAt, type SchoolCalendar } from '../calendar';
import { daysBetween, plusDays, type Instant, type LocalDate } from '../quantities';

/** A calendar and the day from which its school days are counted, such as the first day of a term. */
export interface CalendarStart {
  calendar: SchoolCalendar;
  start: LocalDate;
}

// The school day a date belongs to, and how many days after it the date lies: a Sunday is Friday and two.
function placeOf({ calendar, start }: CalendarStart, date: LocalDate): { schoolDays: number; after: number } {
  const day = isSchoolDay(calendar, date) ? date : schoolDayAfter(calendar, date, -1);
  let schoolDays = 0;
  if (day >= start) for (let at = start; at < day; at = schoolDayAfter(calendar, at, 1)) schoolDays += 1;
  else for (let at = start; at > day; at = schoolDayAfter(calendar, at, -1)) schoolDays -= 1;
  return { schoolDays, after: daysBetween(day, date) };
}

/**
 * The moment in a new term that corresponds to one in an old: as many school days after the new start as it
 * was after the old one, at the same wall time. A date on a day without school keeps its distance to the
 * school day before it, as far as there is room before the next: nothing overtakes anything. A start on a day
 * without school means the next school day.
 *
 * @throws RuleError `calendar.no-school-days`
 * @example third school day of the old term, 15:30 -> third school day of the new term, 15:30
 */
export function carryOver(at: Instant, from: CalendarStart, to: CalendarStart): Instant {
  const firstDay = ({ calendar, start }: CalendarStart): CalendarStart => ({
    calendar,
    start: isSchoolDay(calendar, start) ? start : schoolDayAfter(calendar, start, 1),
  });
  const { date, msOfDay } = wallClockAt(from.calendar.zone, at);
  const { schoolDays, after } = placeOf(firstDay(from), date);
  const target = firstDay(to);
  const schoolDay = schoolDayAfter(target.calendar, target.start, schoolDays);
  const room = daysBetween(schoolDay, schoolDayAfter(target.calendar, schoolDay, 1)) - 1;
  return instantOf(target.calendar.zone, { date: plusDays(schoolDay, Math.min(after, room)), msOfDay });
}
