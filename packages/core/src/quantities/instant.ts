/** A moment, in whole milliseconds since 1970-01-01T00:00Z. */
export type Instant = number;

/** A length of time in milliseconds. */
export type Milliseconds = number;

/** A day on the wall calendar, `YYYY-MM-DD`; compares correctly as text. */
export type LocalDate = string;

/** A day on the wall calendar as the number of days since 1970-01-01. */
export type DayNumber = number;

/** A time on the wall clock, `HH:MM`. */
export type WallTime = string;

export const MINUTE_MS = 60_000;
export const HOUR_MS = 3_600_000;
export const DAY_MS = 86_400_000;

const LOCAL_DATE = /^(\d{4})-(\d{2})-(\d{2})$/;

/** Is this text a day that exists, such as 2028-02-29? */
export function isLocalDate(text: string): boolean {
  const match = LOCAL_DATE.exec(text);
  if (!match) return false;
  const date = new Date(`${text}T00:00:00.000Z`);
  return !Number.isNaN(date.getTime()) && date.toISOString().slice(0, 10) === text;
}

/** @example dayNumberOf('1970-01-02') -> 1 */
export function dayNumberOf(date: LocalDate): DayNumber {
  return Math.round(Date.parse(`${date}T00:00:00.000Z`) / DAY_MS);
}

export function dateOfDay(day: DayNumber): LocalDate {
  return new Date(day * DAY_MS).toISOString().slice(0, 10);
}

/** The day `days` calendar days after (before, if negative) a day. @example plusDays('2026-02-28', 1) -> '2026-03-01' */
export function plusDays(date: LocalDate, days: number): LocalDate {
  return dateOfDay(dayNumberOf(date) + days);
}

/** Weekday of a day, 1 = Monday … 7 = Sunday. */
export function weekdayOf(date: LocalDate): number {
  const day = new Date(`${date}T00:00:00.000Z`).getUTCDay();
  return day === 0 ? 7 : day;
}

/** Calendar days from one day to another; negative if `to` is earlier. */
export function daysBetween(from: LocalDate, to: LocalDate): number {
  return dayNumberOf(to) - dayNumberOf(from);
}
