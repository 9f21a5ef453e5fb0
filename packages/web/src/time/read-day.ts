import { LOCALE_OF, daysBetween, isLocalDate, plusDays, weekdayOf, type Language, type LocalDate, type WallTime } from '@jolly/core';

/** What somebody typed where a day is asked: a day, a time, or both. */
export interface ReadDay {
  date: LocalDate | null;
  time: WallTime | null;
}
/** Why what was typed is no day: it says nothing we know, there is no such day, or the weekday is another one. */
export type DayFault = 'unreadable' | 'noSuchDay' | 'otherWeekday';
const FAULTS: readonly unknown[] = ['unreadable', 'noSuchDay', 'otherWeekday'];
export const isDayFault = (read: unknown): read is DayFault => FAULTS.includes(read);
export interface DayReader {
  today: LocalDate;
  language: Language;
}

const pad = (number: number, length = 2) => String(number).padStart(length, '0');
/** Letters without marks, western digits, no dots after short names: what is compared. */
const plain = (text: string): string =>
  text
    .toLowerCase()
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .replace(/[٠-٩]/g, (digit) => String(digit.charCodeAt(0) - 0x660))
    .replace(/[,،]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
const isWord = (text: string) => /^\p{L}+$/u.test(text);

/** Names of weekdays (Sunday is 0) and months (January is 0) as the language and English write them, long and short. */
function namesOf(language: Language): { weekdays: [string, number][]; months: [string, number][] } {
  const written = (options: Intl.DateTimeFormatOptions, times: readonly number[]) =>
    [...new Set([LOCALE_OF[language], LOCALE_OF.en])].flatMap((locale) => {
      const format = new Intl.DateTimeFormat(locale, { timeZone: 'UTC', ...options });
      return times.map((time, at): [string, number] => [plain(format.format(time)).replace(/\.$/, ''), at]);
    });
  // 1 November 2026 is a Sunday.
  const week = Array.from({ length: 7 }, (_, at) => Date.UTC(2026, 10, 1 + at));
  const year = Array.from({ length: 12 }, (_, at) => Date.UTC(2026, at, 1));
  return {
    weekdays: [...written({ weekday: 'long' }, week), ...written({ weekday: 'short' }, week)],
    months: [...written({ month: 'long' }, year), ...written({ month: 'short' }, year)],
  };
}
const cache = new Map<Language, ReturnType<typeof namesOf>>();
const names = (language: Language) => cache.get(language) ?? (cache.set(language, namesOf(language)), cache.get(language)!);

/** The one thing that a word of at least two letters begins or names; several with that beginning are none. */
function meant(word: string, all: readonly [string, number][]): number | null {
  const exact = all.find(([name]) => name === word);
  if (exact) return exact[1];
  if (word.length < 2) return null;
  const begun = new Set(all.filter(([name]) => name.startsWith(word)).map(([, at]) => at));
  return begun.size === 1 ? [...begun][0]! : null;
}

const CLOCK = /(?:^|\s)(\d{1,2})(?:[:.h](\d{2})\s*(am|pm)?|\s*(am|pm))$/;
/** A time at the end of what was typed: 10:20, 10.20, 10h20, 3pm. @returns the rest with it, or null where none stands there */
function takeTime(text: string): { rest: string; time: WallTime } | null {
  const found = CLOCK.exec(text);
  if (!found) return null;
  const half = found[3] ?? found[4];
  const [hour, minute] = [Number(found[1]), Number(found[2] ?? 0)];
  if (minute > 59 || hour > (half ? 12 : 23) || (half && hour === 0)) return null;
  return { rest: text.slice(0, found.index).trim(), time: `${pad(half ? (hour % 12) + (half === 'pm' ? 12 : 0) : hour)}:${pad(minute)}` };
}

/** A time by itself: as above, and also 1530 and 15. */
export function readTime(typed: string): WallTime | null {
  const text = plain(typed);
  const bare = /^(\d{1,2})(\d{2})?$/.exec(text);
  const found = takeTime(bare ? `${bare[1]}:${bare[2] ?? '00'}` : text);
  return found && found.rest === '' ? found.time : null;
}

const dateOf = (year: number, month: number, day: number): LocalDate | 'noSuchDay' => {
  const date = `${pad(year, 4)}-${pad(month)}-${pad(day)}`;
  return isLocalDate(date) ? date : 'noSuchDay';
};
/** A day and month without a year: of the year that brings it nearest to today. */
function nearest(today: LocalDate, month: number, day: number): LocalDate | 'noSuchDay' {
  const year = Number(today.slice(0, 4));
  const there = [year + 1, year, year - 1].map((one) => dateOf(one, month, day)).filter((date) => date !== 'noSuchDay');
  const far = (date: LocalDate) => Math.abs(daysBetween(today, date));
  return there.sort((a, b) => far(a) - far(b))[0] ?? 'noSuchDay';
}
const fullYear = (digits: string) => (digits.length === 2 ? 2000 + Number(digits) : Number(digits));

function readDate(text: string, { today, language }: DayReader): LocalDate | DayFault {
  if (/^\d{4}-\d{1,2}-\d{1,2}$/.test(text)) {
    const [year, month, day] = text.split('-').map(Number) as [number, number, number];
    return dateOf(year, month, day);
  }
  const ahead = /^\+ ?(\d{1,3}) ?(\p{L}*)$/u.exec(text);
  if (ahead) return plusDays(today, Number(ahead[1]) * (ahead[2]?.startsWith('w') || ahead[2]?.startsWith('s') ? 7 : 1));
  const soon = new Intl.RelativeTimeFormat(LOCALE_OF[language], { numeric: 'auto' });
  const english = new Intl.RelativeTimeFormat('en', { numeric: 'auto' });
  for (const days of [0, 1])
    if (text.length > 1 && [soon, english].some((format) => plain(format.format(days, 'day')).startsWith(text)))
      return plusDays(today, days);
  const numbers = /^(\d{1,2})[./-](\d{1,2})(?:[./-](\d{2}|\d{4})|[./-])?$/.exec(text);
  if (numbers) {
    const [day, month] = [Number(numbers[1]), Number(numbers[2])];
    return numbers[3] ? dateOf(fullYear(numbers[3]), month, day) : nearest(today, month, day);
  }
  // What is left is written with words: a weekday, a day, a month, a year, in any order.
  const { weekdays, months } = names(language);
  const said: { weekday: number | null; day: number | null; month: number | null; year: number | null } = {
    weekday: null,
    day: null,
    month: null,
    year: null,
  };
  for (const part of text.split(' ').map((one) => one.replace(/\.$/, ''))) {
    if (part === 'de' || part === 'of') continue;
    if (/^\d{4}$/.test(part)) said.year = Number(part);
    else if (/^\d{1,2}(st|nd|rd|th)?$/.test(part) && said.day === null) said.day = parseInt(part, 10);
    else if (isWord(part) && said.weekday === null && meant(part, weekdays) !== null) said.weekday = meant(part, weekdays);
    else if (isWord(part) && said.month === null && meant(part, months) !== null) said.month = meant(part, months)! + 1;
    else return 'unreadable';
  }
  const { weekday, day, month, year } = said;
  if (day === null && month === null && year === null && weekday !== null)
    return plusDays(today, ((weekday - (weekdayOf(today) % 7) + 6 + 7) % 7) + 1);
  if (day === null || month === null) return 'unreadable';
  const date = year === null ? nearest(today, month, day) : dateOf(year, month, day);
  return !isDayFault(date) && weekday !== null && weekdayOf(date) % 7 !== weekday ? 'otherWeekday' : date;
}

/**
 * Reads a day as people type it, in the reader's language or in English: `fri` (the next one after today), `today`, `+2` (days
 * from today), `+2w`, `3 dec`, `3.12.`, `3/12/2027`, `2026-12-03`, `Wed 25 Nov`; a time may follow (`3 dec 10:20`) or stand alone.
 * Numbers are day before month in every language that we speak. Without a year it is the day nearest to today.
 * @returns the day, the time, or both; or why it is none
 * @example readDay('fri 9:00', { today: '2026-11-25', language: 'en' }) // { date: '2026-11-27', time: '09:00' }
 */
export function readDay(typed: string, reader: DayReader): ReadDay | DayFault {
  const text = plain(typed);
  if (text === '') return 'unreadable';
  // `3.12` is a day, `10.20` after a day a time: what reads as a day as a whole is one.
  const whole = readDate(text, reader);
  if (!isDayFault(whole)) return { date: whole, time: null };
  const clock = takeTime(text);
  if (!clock) return whole;
  if (clock.rest === '') return { date: null, time: clock.time };
  const date = readDate(clock.rest, reader);
  return isDayFault(date) ? date : { date, time: clock.time };
}
