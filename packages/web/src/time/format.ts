import { LOCALE_OF, wallClockAt, type Instant, type Language } from '@jolly/core';

const cache = new Map<string, Intl.DateTimeFormat>();
function format(locale: string, zone: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${locale} ${zone} ${JSON.stringify(options)}`;
  let found = cache.get(key);
  if (!found) cache.set(key, (found = new Intl.DateTimeFormat(locale, { timeZone: zone, hourCycle: 'h23', ...options })));
  return found;
}
let spoken: Language = 'en';
let locale = LOCALE_OF.en;
/** In which language dates and numbers are written from now on. */
export function speak(language: Language): void {
  spoken = language;
  locale = LOCALE_OF[language];
}
/** The language that dates and numbers are written in now. */
export const language = (): Language => spoken;
const clean = (text: string) => text.replace(/[,،]/g, '');

/** Wed 25 Nov */
export const dayText = (at: Instant, zone: string): string =>
  clean(format(locale, zone, { weekday: 'short', day: 'numeric', month: 'short' }).format(at));
/** 15:30 */
export const timeText = (at: Instant, zone: string): string => format(locale, zone, { hour: '2-digit', minute: '2-digit' }).format(at);
/** Wed */
export const weekdayText = (at: Instant, zone: string): string => format(locale, zone, { weekday: 'short' }).format(at);
/** Wednesday */
export const weekdayLong = (at: Instant, zone: string): string => format(locale, zone, { weekday: 'long' }).format(at);
/** 25 Nov */
export const dateText = (at: Instant, zone: string): string => format(locale, zone, { day: 'numeric', month: 'short' }).format(at);
/** 25 Nov 2026: where the year is not plain */
export const dateWithYear = (at: Instant, zone: string): string =>
  format(locale, zone, { day: 'numeric', month: 'short', year: 'numeric' }).format(at);
/** Wed 25 Nov 15:30; the last minute of a day is written as the day alone */
export function whenText(at: Instant, zone: string): string {
  return wallClockAt(zone, at).msOfDay >= 86_340_000 ? dayText(at, zone) : `${dayText(at, zone)} ${timeText(at, zone)}`;
}
/** A local day as text: 16 Nov */
export const localDayText = (date: string): string =>
  clean(format(locale, 'UTC', { day: 'numeric', month: 'short' }).format(Date.parse(`${date}T00:00:00Z`)));
/** Mon 16 Nov */
export const localDayLong = (date: string): string =>
  clean(format(locale, 'UTC', { weekday: 'short', day: 'numeric', month: 'short' }).format(Date.parse(`${date}T00:00:00Z`)));

/** A month, YYYY-MM, as text: November 2026 */
export const monthText = (month: string): string =>
  format(locale, 'UTC', { month: 'long', year: 'numeric' }).format(Date.parse(`${month}-01T00:00:00Z`));

/** A length of time in its two largest units, for a catalogue: days and hours, hours, or minutes. */
export function lengthParts(ms: number): { unit: 'days' | 'hours' | 'minutes'; count: number } {
  const minutes = Math.round(ms / 60_000);
  if (minutes < 90) return { unit: 'minutes', count: Math.max(1, minutes) };
  const hours = Math.round(minutes / 60);
  if (hours < 48) return { unit: 'hours', count: hours };
  return { unit: 'days', count: Math.round(hours / 24) };
}
/** The mark before decimals in the language that is spoken now: 7.5 or 7,5. */
export const decimalMark = (): string =>
  new Intl.NumberFormat(locale).formatToParts(1.5).find(({ type }) => type === 'decimal')?.value ?? '.';

/** Of the two marks that a class can be set to, the one that this reader's language is nearer to. */
export const pointOrComma = (): '.' | ',' => (decimalMark() === ',' ? ',' : '.');
