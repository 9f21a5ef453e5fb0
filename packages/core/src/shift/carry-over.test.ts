import fc from 'fast-check';
import { carryOver, type CalendarStart } from '.';
import { isSchoolDay, wallClockAt, type SchoolCalendar } from '../calendar';
import { DAY_MS } from '../quantities';

const calendar = (closures: SchoolCalendar['closures'] = []): SchoolCalendar => ({
  zone: 'Europe/Lisbon',
  schoolDays: [1, 2, 3, 4, 5],
  closures,
});
const autumn: CalendarStart = { calendar: calendar(), start: '2026-09-07' };
const spring: CalendarStart = { calendar: calendar([{ from: '2027-01-13', to: '2027-01-13' }]), start: '2027-01-11' };

it.each([
  ['the first day to the first day', '2026-09-07T14:30Z', '2027-01-11T15:30Z'],
  ['past a closure of the new term', '2026-09-09T14:30Z', '2027-01-14T15:30Z'],
  ['before the term to before the term', '2026-09-04T14:30Z', '2027-01-08T15:30Z'],
  ['a Sunday whose Friday becomes a Monday to that Monday', '2026-09-20T14:30Z', '2027-01-25T15:30Z'],
  ['a Sunday to the last day before school goes on', '2026-09-13T14:30Z', '2027-01-18T15:30Z'],
])('carries %s, at the same time on the wall', (_case, from, to) => {
  expect(new Date(carryOver(Date.parse(from), autumn, spring)).toISOString()).toBe(new Date(to).toISOString());
});

it('begins with the next school day when the start is none', () => {
  const sunday = { ...spring, start: '2027-01-10' };
  expect(carryOver(Date.parse('2026-09-07T14:30Z'), autumn, sunday)).toBe(Date.parse('2027-01-11T15:30Z'));
});

it('keeps order and wall time, and lands on school days; the same term is no move', () => {
  const days = fc.integer({ min: -30, max: 120 });
  const at = (day: number) => Date.parse('2026-09-07T08:15Z') + day * DAY_MS;
  fc.assert(
    fc.property(days, days, (a, b) => {
      expect(carryOver(at(a), autumn, autumn)).toBe(at(a));
      const [first, second] = [carryOver(at(Math.min(a, b)), autumn, spring), carryOver(at(Math.max(a, b)), autumn, spring)];
      expect(first).toBeLessThanOrEqual(second);
      if (isSchoolDay(autumn.calendar, wallClockAt('Europe/Lisbon', at(Math.min(a, b))).date))
        expect(isSchoolDay(spring.calendar, wallClockAt('Europe/Lisbon', first).date)).toBe(true);
      expect(wallClockAt('Europe/Lisbon', first).msOfDay).toBe(wallClockAt('Europe/Lisbon', at(Math.min(a, b))).msOfDay);
    }),
  );
});
