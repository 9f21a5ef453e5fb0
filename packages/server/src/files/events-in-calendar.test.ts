import { eventsInCalendar, type CalendarEvents } from './events-in-calendar';
import { readEvents } from './read-events';

const span = { from: '2026-09-07', to: '2027-09-06' };
const zone = 'Europe/Berlin';
const event = (...lines: string[]) => ['BEGIN:VEVENT', ...lines, 'END:VEVENT'].join('\r\n');
const file = (...events: string[]) => ['BEGIN:VCALENDAR', 'VERSION:2.0', ...events, 'END:VCALENDAR', ''].join('\r\n');
const read = async (text: string) => (await eventsInCalendar({ text, span, zone }))!;
/** The times of all events, shortly: days, and the time of day where there is one. */
const times = ({ events }: CalendarEvents) =>
  events.flatMap(({ allDay, times: all }) =>
    all.map(({ from, to, begins, ends }) => (allDay ? (from === to ? from : `${from} ${to}`) : `${from} ${begins}-${ends}`)),
  );

it.each([
  ['yearly since 1970', ['DTSTART;VALUE=DATE:19700501', 'RRULE:FREQ=YEARLY'], ['2027-05-01']],
  ['by weekday of a month', ['DTSTART;VALUE=DATE:19960527', 'RRULE:FREQ=YEARLY;BYMONTH=5;BYDAY=-1MO'], ['2027-05-31']],
  ['a date announced as a time', ['DTSTART:20261223'], ['2026-12-23']],
  ['a date with hyphens', ['DTSTART;VALUE=DATE:2026-12-23'], ['2026-12-23']],
  ['a length', ['DTSTART;VALUE=DATE:20261223', 'DURATION:P3D'], ['2026-12-23 2026-12-25']],
  ['days of their own', ['DTSTART;VALUE=DATE:20261223', 'RDATE;VALUE=DATE:20270105,20270106'], ['2026-12-23', '2027-01-05', '2027-01-06']],
  [
    'days left out',
    ['DTSTART;VALUE=DATE:20261223', 'RRULE:FREQ=DAILY;COUNT=3', 'EXDATE;VALUE=DATE:20261224'],
    ['2026-12-23', '2026-12-25'],
  ],
  ['until a day', ['DTSTART;VALUE=DATE:20261223', 'RRULE:FREQ=DAILY;UNTIL=20261224'], ['2026-12-23', '2026-12-24']],
  ['from midnight to midnight', ['DTSTART:20261223T000000', 'DTEND:20261225T000000'], ['2026-12-23 2026-12-24']],
  [
    'marked as a whole day, in UTC',
    ['DTSTART:20261222T230000Z', 'DTEND:20261223T230000Z', 'X-MICROSOFT-CDO-ALLDAYEVENT:TRUE'],
    ['2026-12-23'],
  ],
  [
    'a time in another zone',
    ['DTSTART;TZID=Europe/Lisbon:20261005T090000', 'DTEND;TZID=Europe/Lisbon:20261005T094500'],
    ['2026-10-05 10:00-10:45'],
  ],
  [
    'an end and days left out in UTC, of a series in its own zone',
    ['DTSTART;TZID=Europe/Berlin:20261005T090000', 'DURATION:PT45M', 'RRULE:FREQ=WEEKLY;UNTIL=20261026T080000Z', 'EXDATE:20261012T070000Z'],
    ['2026-10-05 09:00-09:45', '2026-10-19 09:00-09:45', '2026-10-26 09:00-09:45'],
  ],
  [
    'the wall time stays when the clocks change',
    ['DTSTART;TZID=Europe/Berlin:20261019T090000', 'DURATION:PT45M', 'RRULE:FREQ=WEEKLY;COUNT=2'],
    ['2026-10-19 09:00-09:45', '2026-10-26 09:00-09:45'],
  ],
])('reads %s', async (_, lines, expected) => {
  expect(times(await read(file(event('UID:1', ...lines))))).toEqual(expected);
});

it('follows what was moved and called off in a series', async () => {
  const series = event('UID:1', 'DTSTART:20261005T090000', 'DTEND:20261005T094500', 'RRULE:FREQ=WEEKLY;COUNT=4');
  const moved = event('UID:1', 'RECURRENCE-ID:20261012T090000', 'DTSTART:20261013T100000', 'DTEND:20261013T104500');
  const off = event('UID:1', 'RECURRENCE-ID:20261019T090000', 'DTSTART:20261019T090000', 'STATUS:CANCELLED');
  expect(times(await read(file(series, moved, off)))).toEqual([
    '2026-10-05 09:00-09:45',
    '2026-10-13 10:00-10:45',
    '2026-10-26 09:00-09:45',
  ]);
  expect(await read(file(event('UID:2', 'DTSTART;VALUE=DATE:20261223', 'STATUS:CANCELLED')))).toMatchObject({ events: [], calledOff: 1 });
});

it.each([
  ['20261399', 'DTSTART;VALUE=DATE:20261399'],
  ['20260230', 'DTSTART;VALUE=DATE:20260230'],
  ['20261223T250000', 'DTSTART:20261223T250000'],
  ['FREQ=HOURLY', 'DTSTART;VALUE=DATE:20261223', 'RRULE:FREQ=HOURLY'],
])('says that %s cannot be', async (value, ...lines) => {
  const found = await read(file(event('UID:1', 'SUMMARY:Fair', ...lines), event('UID:2', 'DTSTART;VALUE=DATE:20261001')));
  expect([times(found), found.unreadable]).toEqual([['2026-10-01'], [{ name: 'Fair', value }]]);
});

it('reads several calendars in one file, a byte-order mark and old line ends, and tells what lies in other years', async () => {
  const one = file(event('UID:1', 'DTSTART;VALUE=DATE:20261223'));
  const two = file(event('UID:2', 'DTSTART;VALUE=DATE:20261224'), event('UID:3', 'DTSTART;VALUE=DATE:20181224'));
  const found = await read(`\uFEFF${(one + two).replace(/\r\n/g, '\r')}`);
  expect([times(found), found.outside]).toEqual([['2026-12-23', '2026-12-24'], 1]);
  expect(await eventsInCalendar({ text: 'BEGIN:VCARD', span, zone })).toBeNull();
});

it('gives up a file whose rule no day ever meets, and the server goes on', async () => {
  const text = file(event('UID:1', 'DTSTART;VALUE=DATE:20261223', 'RRULE:FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30'));
  expect(await readEvents({ text, span, zone }, 500)).toBe('tooMuch');
});
