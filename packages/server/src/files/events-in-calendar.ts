import { instantOf, isLocalDate, isTimeZone, localDateAt, wallClockAt, type DaySpan, type LocalDate, type WallTime } from '@jolly/core';
import type ICAL from 'ical.js' with { 'resolution-mode': 'import' };
import { RRule } from 'rrule';

/** One time at which an event is, on the wall of the school. */
export interface EventTime {
  from: LocalDate;
  /** the last day of it */
  to: LocalDate;
  begins: WallTime;
  ends: WallTime;
  place: string;
}
/** An event of a calendar file, with every time of it that touches the days asked for. */
export interface CalendarEvent {
  name: string;
  /** whole days, as opposed to a time of day */
  allDay: boolean;
  /** in their order, without those called off */
  times: EventTime[];
}
export interface CalendarEvents {
  events: CalendarEvent[];
  /** events without a time in the days asked for */
  outside: number;
  calledOff: number;
  /** events with a date that there is not, or a repetition that cannot be told */
  unreadable: { name: string; value: string }[];
}

/** What of a calendar is asked for: these days, in the zone of the school. */
export interface CalendarQuestion {
  text: string;
  span: DaySpan;
  zone: string;
}

type Values = unknown[];
type JsonProperty = [name: string, parameters: Record<string, string | string[]>, type: string, ...values: Values];
const WHOLE_DAY_MARKS = ['x-microsoft-cdo-alldayevent', 'x-microsoft-msncalendar-alldayevent'];
/** A time on a wall as milliseconds, as if the wall stood in UTC: what repetitions are counted in. */
type WallMs = number;
const DAY_MS = 86_400_000;
const [EARLIEST, LATEST] = ['1900-01-01', '2200-01-01'];

/** A value that cannot be a date or is no repetition. */
class Unreadable extends Error {}

/**
 * The text as a reader of RFC 5545 takes it. Programs write a byte-order mark, old line ends, dates with hyphens,
 * and dates where they have announced a date with a time.
 */
export function tidied(text: string): string {
  return text
    .replace(/^\uFEFF/, '')
    .replace(/\r\n?|\n/g, '\r\n')
    .replace(
      /^(DTSTART|DTEND|RECURRENCE-ID|RDATE|EXDATE)((?:;[^:\r\n]*)?):([0-9TZ,-]+)\r$/gim,
      (_, name: string, about: string, dates: string) => {
        const plain = dates.replace(/-/g, '');
        const days = /^\d{8}(,\d{8})*$/.test(plain) && !/VALUE=DATE(;|$)/i.test(about);
        return `${name}${days ? ';VALUE=DATE' : ''}${days ? about.replace(/;VALUE=[^;]*/i, '') : about}:${plain}\r`;
      },
    );
}

const shown = (value: unknown) => String(value).replace(/[-:]/g, '');

/** A date of the file on the wall it was written for. @throws Unreadable for a day or hour that there is not */
function wallMsOf(value: unknown): WallMs {
  const [, date, hour = '0', minute = '0', second = '0'] = /^(\d{4}-\d{2}-\d{2})(?:T(\d{2}):(\d{2}):(\d{2})Z?)?$/.exec(String(value)) ?? [];
  const [h, m, s] = [Number(hour), Number(minute), Number(second)];
  if (!date || !isLocalDate(date) || date < EARLIEST || date > LATEST || h > 23 || m > 59 || s > 60) throw new Unreadable(shown(value));
  return Date.parse(`${date}T00:00:00Z`) + ((h * 60 + m) * 60 + s) * 1000;
}
const dateOfWall = (wall: WallMs): LocalDate => new Date(wall).toISOString().slice(0, 10);
const timeOfWall = (wall: WallMs): WallTime => new Date(wall).toISOString().slice(11, 16);

/** The same moment on a wall of a zone. */
const onWall = (zone: string, at: number): WallMs => Date.parse(`${localDateAt(zone, at)}T00:00:00Z`) + wallClockAt(zone, at).msOfDay;

/** Puts a time of the file on the wall of the school: what has no zone, or one nobody knows, is meant so already. */
function atSchool(wall: WallMs, zoneOf: string | null, school: string): WallMs {
  if (zoneOf === null || zoneOf === school) return wall;
  const at = zoneOf === 'UTC' ? wall : instantOf(zoneOf, { date: dateOfWall(wall), msOfDay: wall % DAY_MS });
  return onWall(school, at);
}

interface ReadEvent {
  uid: string;
  name: string;
  place: string;
  cancelled: boolean;
  /** which time of its series this one stands for, as it was before it was moved */
  insteadOf: WallMs | null;
  start: WallMs;
  /** after its end */
  end: WallMs;
  isDate: boolean;
  zoneOf: string | null;
  allDay: boolean;
  /** with the last moment of each */
  rules: { rule: string; until: WallMs }[];
  also: WallMs[];
  except: WallMs[];
  /** days without a time that are left out */
  exceptDays: LocalDate[];
}

function readOne(event: ICAL.Component, school: string): ReadEvent {
  const text = (name: string) => String(event.getFirstPropertyValue(name) ?? '').trim();
  const properties = (name: string) => event.getAllProperties(name).map((one) => one.jCal as unknown as JsonProperty);
  const values = (name: string) => properties(name).flatMap(([, , , ...all]) => all);
  const [starts] = properties('dtstart');
  if (!starts) throw new Unreadable('');
  const start = wallMsOf(starts[3]);
  const isDate = starts[2] === 'date';
  const tzid = starts[1].tzid;
  const zoneOf = !isDate && String(starts[3]).endsWith('Z') ? 'UTC' : !isDate && typeof tzid === 'string' && isTimeZone(tzid) ? tzid : null;
  const [ends] = values('dtend');
  const duration = event.getFirstPropertyValue('duration') as ICAL.Duration | null;
  const given = ends !== undefined ? wallMsOf(ends) : duration ? start + duration.toSeconds() * 1000 : isDate ? start + DAY_MS : start;
  const marked = WHOLE_DAY_MARKS.some((mark) => text(mark).toUpperCase() === 'TRUE');
  const end = isDate || marked ? Math.max(given, start + DAY_MS) : Math.max(given, start);
  const midnights = zoneOf !== 'UTC' && start % DAY_MS === 0 && end % DAY_MS === 0 && end > start;
  /** What a series is compared with: on its own wall, though it is often written in UTC. */
  const ownWall = (value: unknown): WallMs => {
    const wall = wallMsOf(value);
    return zoneOf !== 'UTC' && !isDate && String(value).endsWith('Z') ? onWall(zoneOf ?? school, wall) : wall;
  };
  const untilOf = (rule: string): WallMs => {
    const [, year, month, day, time] = /UNTIL=(\d{4})-?(\d{2})-?(\d{2})(T[\d:]+Z?)?/i.exec(rule) ?? [];
    if (year === undefined) return Infinity;
    const date = `${year}-${month}-${day}`;
    // A day as the end means the whole of that day.
    if (time === undefined || isDate) return wallMsOf(date) + DAY_MS - 1;
    const [h, m, s] = time.replace(/\D/g, '').match(/\d\d/g) ?? [];
    return ownWall(`${date}T${h}:${m}:${s}${time.endsWith('Z') ? 'Z' : ''}`);
  };
  const insteadOf = values('recurrence-id')[0];
  // A period says when it begins and ends; when it begins is what is asked.
  const extra = values('rdate').map((value) => ownWall(String(value).split('/')[0]!.split(',')[0]));
  const excepted = values('exdate');
  return {
    uid: text('uid'),
    name: text('summary'),
    place: text('location'),
    cancelled: text('status').toUpperCase() === 'CANCELLED',
    insteadOf: insteadOf === undefined ? null : ownWall(insteadOf),
    start,
    end,
    isDate,
    zoneOf,
    allDay: isDate || marked || midnights,
    rules: event.getAllProperties('rrule').map((one) => {
      const rule = String(one.getFirstValue());
      return { rule, until: untilOf(rule) };
    }),
    also: extra,
    except: excepted.map(ownWall),
    exceptDays: isDate ? [] : excepted.filter((value) => !String(value).includes('T')).map((value) => dateOfWall(wallMsOf(value))),
  };
}

/** When a rule has the event, up to a day. @throws Unreadable for what is no rule, or one by the hour */
function timesOfRule({ rule, until }: ReadEvent['rules'][number], start: WallMs, from: WallMs, to: WallMs): WallMs[] {
  const options = (() => {
    try {
      return RRule.parseString(rule);
    } catch {
      throw new Unreadable(rule);
    }
  })();
  const { freq, interval, byhour, byminute, bysecond } = options;
  const often = freq === undefined || freq > RRule.DAILY;
  if (often || interval === 0 || byhour != null || byminute != null || bysecond != null) throw new Unreadable(rule);
  return new RRule({ ...options, dtstart: new Date(start), until: new Date(Math.min(until, to)) })
    .between(new Date(from), new Date(to), true)
    .map((at) => at.getTime());
}

/** The events of one series: the rule, what was moved, what was called off. */
function timesOf(first: ReadEvent, moved: readonly ReadEvent[], { span, zone }: CalendarQuestion): EventTime[] {
  const long = first.end - first.start;
  // A zone moves a time by less than two days.
  const [from, to] = [Date.parse(span.from) - long - 2 * DAY_MS, Date.parse(span.to) + 3 * DAY_MS];
  const starts = new Set(first.rules.flatMap((one) => timesOfRule(one, first.start, from, to)));
  starts.add(first.start);
  for (const at of first.also) starts.add(at);
  for (const at of first.except) starts.delete(at);
  const times: { of: ReadEvent; start: WallMs; end: WallMs }[] = [];
  const instead = new Map(moved.map((one) => [one.insteadOf, one]));
  for (const start of starts)
    if (!first.exceptDays.includes(dateOfWall(start)) && !instead.has(start)) times.push({ of: first, start, end: start + long });
  for (const one of moved) if (!one.cancelled) times.push({ of: one, start: one.start, end: one.end });
  return times
    .map(({ of, start, end }): EventTime => {
      const keeps = of.isDate || (of.allDay && of.zoneOf !== 'UTC');
      const [begins, ends] = keeps ? [start, end] : [atSchool(start, of.zoneOf, zone), atSchool(end, of.zoneOf, zone)];
      const days = of.allDay ? dateOfWall(Math.max(begins, ends - 1)) : dateOfWall(ends);
      return { from: dateOfWall(begins), to: days, begins: timeOfWall(begins), ends: timeOfWall(ends), place: of.place };
    })
    .filter((time) => time.to >= span.from && time.from <= span.to)
    .sort((a, b) => (a.from + a.begins < b.from + b.begins ? -1 : 1));
}

/**
 * The events of a calendar file (iCalendar, RFC 5545), of every calendar in it, with the times that touch the days asked for:
 * repeated ones by their rules, with what was moved, added, left out or called off.
 *
 * @returns null where it is no such file
 * @example await eventsInCalendar({ text, span: { from: '2026-09-07', to: '2027-09-06' }, zone: 'Europe/Berlin' })
 */
export async function eventsInCalendar(question: CalendarQuestion): Promise<CalendarEvents | null> {
  // Published for ES modules; loaded when first needed.
  const { default: library } = await import('ical.js');
  let calendars: ICAL.Component[];
  try {
    const parsed = library.parse(tidied(question.text)) as unknown as [string | unknown[], ...unknown[]];
    const roots = typeof parsed[0] === 'string' ? [parsed] : (parsed as unknown[]);
    calendars = roots.map((one) => new library.Component(one as never)).filter((one) => one.name === 'vcalendar');
  } catch {
    return null;
  }
  if (calendars.length === 0) return null;
  const found: CalendarEvents = { events: [], outside: 0, calledOff: 0, unreadable: [] };
  for (const calendar of calendars) {
    const read: ReadEvent[] = [];
    for (const event of calendar.getAllSubcomponents('vevent')) {
      const name = String(event.getFirstPropertyValue('summary') ?? '').trim();
      try {
        read.push(readOne(event, question.zone));
      } catch (error) {
        found.unreadable.push({ name, value: error instanceof Unreadable ? error.message : '' });
      }
    }
    const series = read.filter((one) => one.insteadOf === null);
    const known = new Set(series.map((one) => one.uid));
    const moved = read.filter((one) => one.insteadOf !== null);
    const alone = moved.filter((one) => !known.has(one.uid)).map((one) => ({ ...one, insteadOf: null }));
    for (const one of [...series, ...alone]) {
      if (one.cancelled) {
        found.calledOff += 1;
        continue;
      }
      try {
        const times = timesOf(
          one,
          one.uid === '' ? [] : moved.filter(({ uid, insteadOf }) => uid === one.uid && insteadOf !== null),
          question,
        );
        if (times.length === 0) found.outside += 1;
        else found.events.push({ name: one.name, allDay: one.allDay, times });
      } catch (error) {
        if (!(error instanceof Unreadable)) throw error;
        found.unreadable.push({ name: one.name, value: error.message });
      }
    }
  }
  return found;
}
