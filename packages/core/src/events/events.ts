import { instantOf, msOfWallTime } from '../calendar';
import { daysBetween, plusDays, weekdayOf, type Instant, type LocalDate, type WallTime } from '../quantities';

/** How an event comes again: on these weekdays of every so-manieth week, until a day. */
export interface EventRepeat {
  /** 1 Monday to 7 Sunday; the day it begins on is one of them */
  weekdays: readonly number[];
  every: number;
  until: LocalDate;
  except: readonly LocalDate[];
}

/** When an event is: whole days, or from a time to a time, in wall time of the school. */
export interface EventTimes {
  from: LocalDate;
  to: LocalDate;
  /** null: whole days */
  begins: WallTime | null;
  ends: WallTime | null;
  repeat: EventRepeat | null;
}

/** An event on its days. `begin` and `end` are null for whole days. */
export interface Occurrence {
  from: LocalDate;
  to: LocalDate;
  begin: Instant | null;
  end: Instant | null;
}

/** What keeps an event from being one. */
export type EventFault = 'endsBeforeItBegins' | 'halfTimed' | 'tooLong' | 'noWeekday' | 'repeatsForEver' | 'overlapsItself';

export const LONGEST_EVENT_DAYS = 60;
/** An event comes again for two years at most: for ever means that nobody looks at it any more. */
export const LONGEST_REPEAT_DAYS = 2 * 366;

/** What is wrong with the times of an event. */
export function eventFaults({ from, to, begins, ends, repeat }: EventTimes): EventFault[] {
  const days = daysBetween(from, to);
  return [
    ...((begins === null) !== (ends === null) ? (['halfTimed'] as const) : []),
    ...(days < 0 || (days === 0 && begins !== null && ends !== null && ends <= begins) ? (['endsBeforeItBegins'] as const) : []),
    ...(days > LONGEST_EVENT_DAYS ? (['tooLong'] as const) : []),
    ...(repeat && repeat.weekdays.length === 0 ? (['noWeekday'] as const) : []),
    ...(repeat && (repeat.until < from || daysBetween(from, repeat.until) > LONGEST_REPEAT_DAYS) ? (['repeatsForEver'] as const) : []),
    ...(repeat && days > 0 ? (['overlapsItself'] as const) : []),
  ];
}

const mondayBefore = (date: LocalDate): LocalDate => plusDays(date, 1 - weekdayOf(date));

/** Does it come on this day, as the first of its days? */
function comesOn({ from, repeat }: Pick<EventTimes, 'from' | 'repeat'>, date: LocalDate): boolean {
  if (repeat === null) return date === from;
  if (date < from || date > repeat.until || repeat.except.includes(date) || !repeat.weekdays.includes(weekdayOf(date))) return false;
  return (daysBetween(mondayBefore(from), mondayBefore(date)) / 7) % repeat.every === 0;
}

/**
 * When an event takes place within a span of days, both included; one that began before is there too. Wall times stay over a
 * change of the clocks.
 */
export function occurrencesOf(event: EventTimes, zone: string, span: { from: LocalDate; to: LocalDate }): Occurrence[] {
  const days = daysBetween(event.from, event.to);
  const found: Occurrence[] = [];
  const first = plusDays(span.from, -days);
  for (let date = event.from > first ? event.from : first; date <= span.to; date = plusDays(date, 1)) {
    if (event.repeat === null && date > event.from) break;
    if (event.repeat !== null && date > event.repeat.until) break;
    if (!comesOn(event, date)) continue;
    const to = plusDays(date, days);
    const at = (day: LocalDate, time: WallTime | null) =>
      time === null ? null : instantOf(zone, { date: day, msOfDay: msOfWallTime(time) });
    found.push({ from: date, to, begin: at(date, event.begins), end: at(to, event.ends) });
  }
  return found;
}
