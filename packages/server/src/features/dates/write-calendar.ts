import { msOfWallTime, plusDays, type Language, type LocalDate, type WallTime } from '@jolly/core';
import ical, { ICalCalendarMethod, ICalEventRepeatingFreq, ICalEventStatus, ICalWeekday, type ICalEventData } from 'ical-generator';
import { tzlib_get_ical_block } from 'timezones-ical-library';
import type { DateEntry, EventBody } from '../../contract';
import { wordsIn } from '../../words';

/** An entry as it is written into a calendar: a date, or an event with its rule. */
export type WrittenEntry =
  | { what: 'date'; entry: DateEntry }
  | {
      what: 'event';
      event: Omit<EventBody, 'classIds' | 'wholeSchool' | 'families' | 'attachments'> & { zone: string; className: string };
    };

export interface Written {
  uid: string;
  sequence: number;
  changedAt: Date;
  cancelled: boolean;
  entry: WrittenEntry;
}

const WEEKDAYS = [ICalWeekday.MO, ICalWeekday.TU, ICalWeekday.WE, ICalWeekday.TH, ICalWeekday.FR, ICalWeekday.SA, ICalWeekday.SU];
const midnight = (date: LocalDate) => new Date(`${date}T00:00:00.000Z`);
/** A wall time as the writer of calendars takes it: as text, so that no zone of this machine comes in. */
const wall = (date: LocalDate, time: WallTime) => new Date(midnight(date).getTime() + msOfWallTime(time)).toISOString().slice(0, -1);

/** A time with the zone it is meant in, as RFC 5545 writes it, so that a rule keeps its wall time over a change of the clocks. */
function eventData(entry: Extract<WrittenEntry, { what: 'event' }>['event']): ICalEventData {
  const { from, to, begins, ends, repeat, title, className, place, text } = entry;
  const timed = begins !== null && ends !== null;
  const about = {
    summary: className ? `${title} (${className})` : title,
    location: place || null,
    description: text || null,
    ...(timed
      ? { start: wall(from, begins), end: wall(to, ends) }
      : { allDay: true, start: midnight(from), end: midnight(plusDays(to, 1)) }),
  };
  if (repeat === null) return about;
  const at = (date: LocalDate) => (timed ? wall(date, begins) : midnight(date));
  return {
    ...about,
    repeating: {
      freq: ICalEventRepeatingFreq.WEEKLY,
      interval: repeat.every,
      byDay: repeat.weekdays.map((day) => WEEKDAYS[day - 1]!),
      // Until the end of the last day: a rule's last moment counts.
      until: timed ? wall(plusDays(repeat.until, 1), '00:00') : midnight(repeat.until),
      ...(repeat.except.length > 0 ? { exclude: repeat.except.map(at) } : {}),
    },
  };
}

function dateData(entry: DateEntry, language: Language): ICalEventData {
  const { calendar } = wordsIn(language);
  const prefix = entry.kind === 'issue' ? calendar.goesOut : entry.kind === 'term' ? calendar.begins : '';
  const whose = entry.className && entry.className !== entry.title ? ` (${entry.className})` : '';
  const summary = entry.kind === 'lesson' ? entry.className : `${prefix}${entry.title || calendar.noSchool}${whose}`;
  const location = entry.place || null;
  return entry.at === null
    ? { summary, location, allDay: true, start: midnight(entry.from), end: midnight(plusDays(entry.to, 1)) }
    : { summary, location, start: new Date(entry.at), ...(entry.end === null ? {} : { end: new Date(entry.end) }) };
}

/** A calendar as text (iCalendar, RFC 5545). */
export function writeCalendar(written: readonly Written[], name: string, language: Language): string {
  const calendar = ical({
    name,
    prodId: { company: 'Jolly Compass', product: 'Dates', language: language.toUpperCase() },
    method: ICalCalendarMethod.PUBLISH,
    ttl: 3600,
  });
  // The zone is said once, with its changes of the clocks; what is a moment is written in UTC all the same.
  calendar.timezone({ name: null, generator: (zone) => tzlib_get_ical_block(zone)[0] ?? null });
  for (const { uid, sequence, changedAt, cancelled, entry } of written) {
    const about = {
      id: uid,
      sequence,
      stamp: changedAt,
      lastModified: changedAt,
      status: cancelled ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED,
    };
    if (entry.what === 'date')
      calendar.createEvent({ ...about, ...dateData(entry.entry, language), ...(entry.entry.at === null ? { timezone: 'UTC' } : {}) });
    else
      calendar.createEvent({
        ...about,
        ...eventData(entry.event),
        ...(entry.event.begins === null ? { timezone: 'UTC' } : { timezone: entry.event.zone }),
      });
  }
  return calendar.toString();
}
