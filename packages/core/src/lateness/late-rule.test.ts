import fc from 'fast-check';
import type { SchoolCalendar } from '../calendar';
import { applyLateRule, type LateRule } from '.';

const calendar: SchoolCalendar = { zone: 'Europe/Lisbon', schoolDays: [1, 2, 3, 4, 5], closures: [] };
const due = Date.parse('2026-11-27T15:30:00.000Z'); // a Friday
const hour = 3_600_000;
const per = (kind: 'perDay' | 'perSchoolDay' | 'perHour', more = {}): LateRule => ({
  kind,
  percent: 5_000,
  of: 'max',
  maxPercentOff: 100_000,
  floorPercent: 0,
  ...more,
});
const worth = (earned: number, hoursLate: number, rule: LateRule, waived = false) =>
  applyLateRule({ earned: earned * 1000, max: 20_000, late: { calendar, due, lateBy: Math.round(hoursLate * hour) }, rule, waived })
    .effective / 1000;

describe('applyLateRule makes 15 of 20 worth', () => {
  it.each<[string, number, LateRule, number]>([
    ['14 when 21 h late at 5 % a day', 21, per('perDay'), 14],
    ['14 at exactly one day', 24, per('perDay'), 14],
    ['13 when 25 h late', 25, per('perDay'), 13],
    ['14 on Monday at 5 % a school day', 72, per('perSchoolDay'), 14],
    ['13 a minute later', 72 + 1 / 60, per('perSchoolDay'), 13],
    ['14.25 off what was earned', 21, per('perDay', { of: 'earned' }), 14.25],
    ['12 at most 15 % off', 24 * 9, per('perDay', { maxPercentOff: 15_000 }), 12],
    ['8 with a floor of 40 %', 24 * 30, per('perDay', { floorPercent: 40_000 }), 8],
    ['15 with a floor above it', 24 * 30, per('perDay', { floorPercent: 90_000 }), 15],
    ['12 capped at 60 %', 1, { kind: 'cap', percent: 60_000 }, 12],
    ['11 after four hours begun', 3.5, per('perHour'), 11],
    ['15 where being late costs nothing', 99, { kind: 'none' }, 15],
    ['15 when in time', 0, per('perDay'), 15],
  ])('%s', (_case, late, rule, effective) => expect(worth(15, late, rule)).toBe(effective));

  it('15 when the cost is waived', () => expect(worth(15, 99, per('perDay'), true)).toBe(15));
});

it('rounds to a thousandth once, half up', () => {
  const rule: LateRule = { kind: 'perDay', percent: 50_000, of: 'earned', maxPercentOff: 100_000, floorPercent: 0 };
  expect(applyLateRule({ earned: 1, max: 20_000, late: { calendar, due, lateBy: 1 }, rule, waived: false })).toEqual({
    takenOff: 0,
    effective: 1,
    units: 1,
  });
});

it('a better score is never worth less, a later one never more, and nothing goes below zero or above the score', () => {
  const kinds = fc.constantFrom<'perDay' | 'perSchoolDay' | 'perHour'>('perDay', 'perSchoolDay', 'perHour');
  const percent = fc.integer({ min: 0, max: 100_000 });
  fc.assert(
    fc.property(
      kinds,
      percent,
      percent,
      fc.constantFrom<'max' | 'earned'>('max', 'earned'),
      fc.nat(25_000),
      fc.nat(1000),
      fc.nat(300),
      fc.nat(300),
      (kind, p, floorPercent, of, earned, more, h, later) => {
        const rule: LateRule = { kind, percent: p, of, maxPercentOff: 80_000, floorPercent };
        const at = (e: number, hours: number) =>
          applyLateRule({ earned: e, max: 20_000, late: { calendar, due, lateBy: hours * hour }, rule, waived: false }).effective;
        expect(at(earned + more, h)).toBeGreaterThanOrEqual(at(earned, h));
        expect(at(earned, h + later)).toBeLessThanOrEqual(at(earned, h));
        expect(at(earned, h)).toBeLessThanOrEqual(earned);
        expect(at(earned, h)).toBeGreaterThanOrEqual(0);
      },
    ),
  );
});
