import {
  HOUR_MS,
  instantOf,
  isSchoolDay,
  localDateAt,
  msOfWallTime,
  schoolDayAfter,
  wallClockAt,
  type Instant,
  type SchoolCalendar,
} from '@jolly/core';

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

// From the evening to the morning: what would happen then happens before ten in the evening.
const NIGHT = { from: 19 * HOUR_MS, until: 22 * HOUR_MS, to: 31 * HOUR_MS };

/**
 * The same moment, or one earlier in the evening where it lies in the night: made-up people sleep too. What comes after
 * something else still comes after it, and what is in time stays in time.
 * @example Wed 13:07 -> Wed 13:07; Wed 03:00 -> Tue 21:00
 */
export function awake({ zone }: SchoolCalendar, at: Instant): Instant {
  const { msOfDay } = wallClockAt(zone, at);
  const sinceMidnight = msOfDay < NIGHT.to - 24 * HOUR_MS ? msOfDay + 24 * HOUR_MS : msOfDay;
  const intoNight = sinceMidnight - NIGHT.from;
  if (intoNight <= 0) return at;
  return at - intoNight + Math.floor((intoNight * (NIGHT.until - NIGHT.from)) / (NIGHT.to - NIGHT.from));
}

/** So many hours ago, when people were awake. */
export const ago = (calendar: SchoolCalendar, now: Instant, hours: number): Instant => awake(calendar, now - hours * HOUR_MS);

/** The class's usual due time so many school days from today, or before. */
export function dueAt(calendar: SchoolCalendar, now: Instant, schoolDays: number): Instant {
  const today = localDateAt(calendar.zone, now);
  const start = isSchoolDay(calendar, today) ? today : schoolDayAfter(calendar, today, schoolDays > 0 ? -1 : 1);
  return instantOf(calendar.zone, { date: schoolDayAfter(calendar, start, schoolDays), msOfDay: msOfWallTime(DUE_TIME) });
}
