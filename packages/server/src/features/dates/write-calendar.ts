import { msOfWallTime, plusDays, type Language, type LocalDate, type WallTime } from '@jolly/core';
import ical, {
  ICalAlarmType,
  ICalCalendarMethod,
  ICalEventRepeatingFreq,
  ICalEventStatus,
  ICalEventTransparency,
  ICalWeekday,
  type ICalEventData,
} from 'ical-generator';
import type ICAL from 'ical.js' with { 'resolution-mode': 'import' };
import { tzlib_get_ical_block } from 'timezones-ical-library';
import type { DateEntry, EventBody } from '../../contract';
import { filled } from '../../http/field-problems';
import { wordsIn } from '../../words';

/** An entry as it is written into a calendar: a date, the same as a task, or an event with its rule. */
export type WrittenEntry =
  | { what: 'date'; entry: DateEntry }
  | { what: 'task'; entry: DateEntry }
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
  const { from, to, begins, ends, repeat, title, className, place } = entry;
  const timed = begins !== null && ends !== null;
  const about = {
    summary: className ? `${title} (${className})` : title,
    location: place || null,
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

const categoryOf = (written: WrittenEntry, language: Language): string => {
  const { kinds } = wordsIn(language).calendar;
  return kinds[written.what === 'event' ? 'event' : written.entry.kind];
};

/** What stands in a line: that it is due, that it goes out, whose it is. */
function summaryOf(entry: DateEntry, language: Language): string {
  const { calendar } = wordsIn(language);
  if (entry.kind === 'lesson') return entry.className;
  const whose = entry.className && entry.className !== entry.title ? ` (${entry.className})` : '';
  const prefix = { due: calendar.due, issue: calendar.goesOut, term: calendar.begins, closure: '', event: '', reminder: '' }[entry.kind];
  return `${prefix}${entry.title || calendar.noSchool}${whose}`;
}

function dateData(entry: DateEntry, language: Language): ICalEventData {
  const [summary, location] = [summaryOf(entry, language), entry.place || null];
  // What is due at a moment takes no time: with an hour of its own it would show on the next day when it is due at 23:59.
  return entry.at === null
    ? { summary, location, allDay: true, start: midnight(entry.from), end: midnight(plusDays(entry.to, 1)) }
    : { summary, location, start: new Date(entry.at), end: new Date(entry.end ?? entry.at) };
}

/** How calendars are written for a reader. */
export interface CalendarWriting {
  /** of the calendar */
  name: string;
  language: Language;
  /** where an entry is opened in the application */
  linkTo: (entry: WrittenEntry) => string | null;
  alarmMinutes: number | null;
}

/** Is it still to be done? Nobody is reminded of what is handed in. */
const isAhead = (written: WrittenEntry) => written.what !== 'event' && written.entry.kind === 'due' && written.entry.done !== true;
/** Does it keep the reader from doing something else at that time? */
const takesTime = (written: WrittenEntry) =>
  written.what === 'event' ? written.event.begins !== null : written.entry.at !== null && written.entry.end !== null;

const textOf = (written: WrittenEntry, link: string | null, language: Language): string | null => {
  const own = written.what === 'event' ? written.event.text : '';
  const opened = link === null ? '' : filled(wordsIn(language).calendar.open, { link });
  return [own, opened].filter(Boolean).join('\n\n') || null;
};

/** A task (VTODO), which the writer of calendars does not know. */
function taskOf(
  library: typeof ICAL,
  { uid, sequence, changedAt, cancelled }: Written,
  written: WrittenEntry & { what: 'task' },
  { language, linkTo, alarmMinutes }: CalendarWriting,
): ICAL.Component {
  const { entry } = written;
  const [link, at] = [linkTo(written), new Date(entry.at ?? 0)];
  const moment = (date: Date) => library.Time.fromJSDate(date, true);
  const todo = new library.Component('vtodo');
  const say = (name: string, value: string | number | null) => value !== null && todo.addPropertyWithValue(name, value);
  say('uid', uid);
  todo.addPropertyWithValue('dtstamp', moment(changedAt));
  todo.addPropertyWithValue('last-modified', moment(changedAt));
  say('sequence', sequence);
  todo.addPropertyWithValue('due', moment(at));
  const summary = summaryOf(entry, language);
  say('summary', summary);
  say('description', textOf(written, link, language));
  say('categories', categoryOf(written, language));
  say('url', link);
  say('status', cancelled ? 'CANCELLED' : entry.done ? 'COMPLETED' : 'NEEDS-ACTION');
  if (entry.done) say('percent-complete', 100);
  if (alarmMinutes !== null && !cancelled && isAhead(written)) {
    const alarm = new library.Component('valarm');
    alarm.addPropertyWithValue('action', 'DISPLAY');
    alarm.addPropertyWithValue('description', summary);
    alarm.addPropertyWithValue('trigger', library.Duration.fromSeconds(-60 * alarmMinutes)).setParameter('related', 'END');
    todo.addSubcomponent(alarm);
  }
  return todo;
}

/** A calendar as text (iCalendar, RFC 5545). */
export async function writeCalendar(all: readonly Written[], writing: CalendarWriting): Promise<string> {
  const { name, language, linkTo, alarmMinutes } = writing;
  const calendar = ical({
    name,
    prodId: { company: 'Jolly Compass', product: 'Dates', language: language.toUpperCase() },
    method: ICalCalendarMethod.PUBLISH,
    ttl: 3600,
  });
  // The zone is said once, with its changes of the clocks; what is a moment is written in UTC all the same.
  calendar.timezone({ name: null, generator: (zone) => tzlib_get_ical_block(zone)[0] ?? null });
  for (const { uid, sequence, changedAt, cancelled, entry: written } of all) {
    if (written.what === 'task') continue;
    const link = linkTo(written);
    const data = written.what === 'event' ? eventData(written.event) : dateData(written.entry, language);
    const wholeDays = written.what === 'event' ? written.event.begins === null : written.entry.at === null;
    const zone = wholeDays ? 'UTC' : written.what === 'event' ? written.event.zone : null;
    calendar.createEvent({
      ...data,
      id: uid,
      sequence,
      stamp: changedAt,
      lastModified: changedAt,
      status: cancelled ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED,
      description: textOf(written, link, language),
      url: link,
      categories: [{ name: categoryOf(written, language) }],
      transparency: takesTime(written) ? ICalEventTransparency.OPAQUE : ICalEventTransparency.TRANSPARENT,
      ...(alarmMinutes !== null && isAhead(written) && !cancelled
        ? { alarms: [{ type: ICalAlarmType.display, triggerBefore: 60 * alarmMinutes, description: String(data.summary) }] }
        : {}),
      ...(zone === null ? {} : { timezone: zone }),
    });
  }
  const tasks = all.flatMap((one) => (one.entry.what === 'task' ? [{ one, written: one.entry }] : []));
  if (tasks.length === 0) return calendar.toString();
  // Published for ES modules; loaded when first needed.
  const { default: library } = await import('ical.js');
  const root = new library.Component(library.parse(calendar.toString()));
  for (const { one, written } of tasks) root.addSubcomponent(taskOf(library, one, written, writing));
  return `${root.toString()}\r\n`;
}
