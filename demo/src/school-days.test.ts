import { wallClockAt, weekdayOf, type SchoolCalendar } from '@jolly/core';
import { ago, awake, dueAt, lastSchoolMoment } from './school-days';

const calendar: SchoolCalendar = {
  zone: 'Europe/Lisbon',
  schoolDays: [1, 2, 3, 4, 5],
  closures: [{ name: 'Harbour day', from: '2026-11-27', to: '2026-11-27' }],
};
const at = (iso: string) => Date.parse(iso);

it.each([
  ['in school hours it is now', '2026-11-25T10:10:00.000Z', '2026-11-25T10:10:00.000Z'],
  ['in the evening it is the end of the day', '2026-11-25T22:00:00.000Z', '2026-11-25T17:30:00.000Z'],
  ['before school it is the day before', '2026-11-25T02:58:00.000Z', '2026-11-24T17:30:00.000Z'],
  ['on a Saturday after a day off it is Thursday', '2026-11-28T03:00:00.000Z', '2026-11-26T17:30:00.000Z'],
])('%s', (_case, now, expected) => expect(lastSchoolMoment(calendar, at(now))).toBe(at(expected)));

it('dates lie on school days between eight and six, whenever the demo is started', () => {
  for (let hour = 0; hour < 24 * 14; hour++) {
    const now = lastSchoolMoment(calendar, at('2026-11-16T00:00:00.000Z') + hour * 3_600_000);
    for (const days of [-37, -1, 0, 2, 13]) {
      const { date, msOfDay } = wallClockAt(calendar.zone, dueAt(calendar, now, days));
      expect([weekdayOf(date) <= 5, date === '2026-11-27', msOfDay >= 8 * 3_600_000, msOfDay <= 18 * 3_600_000]).toEqual([
        true,
        false,
        true,
        true,
      ]);
    }
  }
});

it('nobody works in the night, and the order of what happens stays', () => {
  const start = at('2026-11-16T00:00:00.000Z');
  const times = Array.from({ length: 24 * 14 * 4 }, (_, quarter) => awake(calendar, start + quarter * 900_000));
  for (const [quarter, time] of times.entries()) {
    const { msOfDay } = wallClockAt(calendar.zone, time);
    expect([
      msOfDay >= 7 * 3_600_000,
      msOfDay < 22 * 3_600_000,
      time <= start + quarter * 900_000,
      quarter === 0 || time >= times[quarter - 1]!,
    ]).toEqual([true, true, true, true]);
  }
  expect(awake(calendar, at('2026-11-25T03:00:00.000Z'))).toBe(at('2026-11-24T21:00:00.000Z'));
  expect(ago(calendar, at('2026-11-25T17:00:00.000Z'), 4)).toBe(at('2026-11-25T13:00:00.000Z'));
});
