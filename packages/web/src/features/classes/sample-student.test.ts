import { FIRST_BEARING, FIRST_SCHEME, totalText, type Category, type LateRule, type Scheme } from '@jolly/core';
import { sampleStudent } from './sample-student';

const calendar = { zone: 'Europe/Lisbon', schoolDays: [1, 2, 3, 4, 5], closures: [] };
const NOW = Date.parse('2026-11-23T10:00Z');
const category = (id: string, weight: number, more: Partial<Category> = {}): Category => ({
  id,
  name: id,
  weight: weight * 1000,
  within: 'pooled',
  leaveOut: 0,
  keepBest: null,
  bonus: false,
  ...more,
});
const sample = (scheme: Partial<Scheme>, lateRule: LateRule = { kind: 'none' }) =>
  sampleStudent({ scheme: { ...FIRST_SCHEME, ...scheme }, lateRule, graceMinutes: 0, bearing: FIRST_BEARING, calendar, now: NOW });

it('shows each piece and the total by the rules of the core', () => {
  const { pieces, total, standing } = sample({});
  expect(pieces.map((piece) => piece.earned)).toEqual([25_000, 15_000, 14_000, 35_000, null]);
  // 89 of 130, one pool, the missing one left out.
  expect([totalText(total.result!, FIRST_SCHEME), standing.total]).toEqual(['68.5', '68.5']);
});

it('follows the late rule and the missing rule', () => {
  const { pieces, standing, byMissingRule } = sample(
    { missing: { kind: 'whenClosed', percent: 0 } },
    { kind: 'perDay', percent: 5000, of: 'max', maxPercentOff: 50_000, floorPercent: 0 },
  );
  expect(pieces[1]).toMatchObject({ earned: 15_000, takenOff: 2000, effective: 13_000, lateHours: 25 });
  expect([standing.total, [...byMissingRule]]).toEqual(['58.0', [' 4']]);
  expect(standing.bearing).toBe('offCourse');
});

it('gives each category work of its own, and what counts on top something small', () => {
  const { total } = sample({
    kind: 'weighted',
    categories: [category('a', 40), category('b', 35), category('c', 25, { leaveOut: 1 }), category('top', 5, { bonus: true })],
  });
  expect(total.categories.map((row) => [row.stay.length, row.leftOut.length])).toEqual([
    [3, 0],
    [1, 0],
    [2, 1],
    [1, 0],
  ]);
});
