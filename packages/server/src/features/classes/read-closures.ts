import { calendarYears, localDateAt, MOST_CLOSURES, plusDays, type Closure, type Instant } from '@jolly/core';
import type { ReadClosuresReply, ReadClosuresRequest } from '../../contract';
import { readEvents } from '../../files/read-events';
import { Problem } from '../../http/problem';

const MOST_UNREADABLE = 20;

/** Days that follow each other under the same name are one stretch of days. */
function joined(closures: readonly Closure[]): Closure[] {
  const stretches: Closure[] = [];
  const last = new Map<string, Closure>();
  for (const one of [...closures].sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : 0))) {
    const before = last.get(one.name ?? '');
    if (before && one.from <= plusDays(before.to, 1)) {
      if (one.to > before.to) before.to = one.to;
      continue;
    }
    const stretch = { ...one };
    stretches.push(stretch);
    last.set(one.name ?? '', stretch);
  }
  return stretches;
}

/**
 * Days off from a calendar file (iCalendar, RFC 5545) in the years of a school calendar: every event of whole days, repeated ones
 * included. An event with a time of day is a lesson or a meeting and says nothing about days off.
 *
 * @throws Problem `calendar.notReadable`, `calendar.fileTooMuch`, `calendar.tooManyClosures`
 */
export async function readClosures({ text, terms, zone }: ReadClosuresRequest, now: Instant): Promise<ReadClosuresReply> {
  const years = calendarYears(terms, localDateAt(zone, now));
  const found = await readEvents({ text, span: years, zone });
  if (found === null) throw new Problem('calendar.notReadable');
  if (found === 'tooMuch') throw new Problem('calendar.fileTooMuch');
  const wholeDays = found.events.filter((event) => event.allDay);
  const closures = joined(
    wholeDays.flatMap(({ name, times }) => {
      const short = name.slice(0, 80);
      return times.map(({ from, to }): Closure => ({ from, to, ...(short ? { name: short } : {}) }));
    }),
  );
  if (closures.length > MOST_CLOSURES) throw new Problem('calendar.tooManyClosures', { values: { count: String(closures.length) } });
  return {
    closures,
    years,
    passedOver: found.events.length - wholeDays.length,
    calledOff: found.calledOff,
    outside: found.outside,
    unreadable: found.unreadable
      .slice(0, MOST_UNREADABLE)
      .map(({ name, value }) => ({ name: name.slice(0, 80), value: value.slice(0, 80) })),
  };
}
