import fc from 'fast-check';
import type { SchoolCalendar } from '../calendar';
import { moverFor, movedDates, type DateShift } from '.';

const calendar: SchoolCalendar = {
  zone: 'Europe/Lisbon',
  schoolDays: [1, 2, 3, 4, 5],
  closures: [{ from: '2026-12-07', to: '2026-12-08' }],
};
const on = (day: string, time = '15:30') => Date.parse(`2026-${day}T${time}:00.000Z`);
const window = { opens: on('11-23', '08:40'), due: on('11-25'), closes: on('12-02') };
const moved = (shift: DateShift, from = window) => {
  const mover = moverFor(calendar, from, shift);
  return mover && movedDates(from, mover);
};

describe('a window', () => {
  it.each<[string, DateShift, typeof window]>([
    [
      'by school days, each date by as many',
      { kind: 'schoolDays', days: 3 },
      { opens: on('11-26', '08:40'), due: on('11-30'), closes: on('12-09') },
    ],
    ['by calendar days', { kind: 'days', days: -1 }, { opens: on('11-22', '08:40'), due: on('11-24'), closes: on('12-01') }],
    [
      'to a day, the others as far',
      { kind: 'toDay', day: '2026-11-27' },
      { opens: on('11-25', '08:40'), due: on('11-27'), closes: on('12-04') },
    ],
    [
      'to a weekday of its own week',
      { kind: 'toWeekday', weekday: 1 },
      { opens: on('11-19', '08:40'), due: on('11-23'), closes: on('11-30') },
    ],
    [
      'to a day without school, by calendar days',
      { kind: 'toDay', day: '2026-11-28' },
      { opens: on('11-26', '08:40'), due: on('11-28'), closes: on('12-05') },
    ],
    [
      'past a closure',
      { kind: 'past', from: '2026-11-25', to: '2026-12-06' },
      { opens: on('12-03', '08:40'), due: on('12-09'), closes: on('12-16') },
    ],
  ])('moves %s', (_case, shift, after) => expect(moved(shift)).toEqual(after));

  it('outside the span stays, and one without dates too', () => {
    expect(moved({ kind: 'past', from: '2026-11-26', to: '2026-11-30' })).toBeNull();
    expect(moverFor(calendar, { opens: null, due: null, closes: null }, { kind: 'days', days: 1 })).toBeNull();
  });
  it('keeps its wall time over a clock change', () => {
    const mover = moverFor(
      calendar,
      { opens: null, due: Date.parse('2026-10-23T14:30:00.000Z'), closes: null },
      { kind: 'schoolDays', days: 1 },
    )!;
    expect(mover(Date.parse('2026-10-23T14:30:00.000Z'))).toBe(Date.parse('2026-10-26T15:30:00.000Z'));
  });
  it('leaves what is not set or has no limit', () => {
    expect(movedDates({ due: null }, (at) => at + 1)).toEqual({ due: null });
  });
  it('by calendar days moves back by as many', () => {
    fc.assert(
      fc.property(fc.integer({ min: -60, max: 60 }), (days) => {
        const there = moved({ kind: 'days', days })!;
        expect(moved({ kind: 'days', days: -days }, there)).toEqual(window);
      }),
    );
  });
});
