import { HOUR_MS, instantOf, isSchoolDay, localDateAt, msOfWallTime, schoolDayAfter, type Instant, type SchoolCalendar } from '@jolly/core';

/** When the made-up teachers are at school: everything they do, and what they ask for, happens then. */
const SCHOOL_HOURS = { from: 8.5 * HOUR_MS, to: 17.5 * HOUR_MS };
export const DUE_TIME = '15:30';

/**
 * The last moment, up to now, at which somebody was at school. The demo is filled in as of that moment, so that its times
 * look like a school's at whatever hour and weekday it is started.
 * @example Sat 28 Nov 03:00 -> Fri 27 Nov 17:30
 */
export function lastSchoolMoment(calendar: SchoolCalendar, now: Instant): Instant {
  const today = localDateAt(calendar.zone, now);
  const at = (date: string, msOfDay: number) => instantOf(calendar.zone, { date, msOfDay });
  if (isSchoolDay(calendar, today) && now >= at(today, SCHOOL_HOURS.from)) return Math.min(now, at(today, SCHOOL_HOURS.to));
  return at(schoolDayAfter(calendar, today, -1), SCHOOL_HOURS.to);
}

/** The class's usual due time so many school days from today, or before. */
export function dueAt(calendar: SchoolCalendar, now: Instant, schoolDays: number): Instant {
  const today = localDateAt(calendar.zone, now);
  const start = isSchoolDay(calendar, today) ? today : schoolDayAfter(calendar, today, schoolDays > 0 ? -1 : 1);
  return instantOf(calendar.zone, { date: schoolDayAfter(calendar, start, schoolDays), msOfDay: msOfWallTime(DUE_TIME) });
}
