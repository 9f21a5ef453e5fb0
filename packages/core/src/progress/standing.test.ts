import fc from 'fast-check';
import { standingOf } from '.';
import { FIRST_BEARING } from '../bearing';
import { DAY_MS } from '../quantities';
import { FIRST_SCHEME, type CountedPiece, type Scheme } from '../totals';

const NOW = 100 * DAY_MS;
let count = 0;
const piece = (points: number | null, effective: number | null, state: CountedPiece['state'], more: Partial<CountedPiece> = {}): CountedPiece => ({
  id: `p${(count += 1)}`,
  category: null,
  points: points === null ? null : points * 1000,
  counts: true,
  bonus: false,
  effective: effective === null ? null : effective * 1000,
  scoredAt: effective === null ? null : NOW - DAY_MS,
  state,
  stillAccepted: false,
  due: NOW - DAY_MS,
  ...more,
});
const standing = (pieces: CountedPiece[], scheme: Partial<Scheme> = {}) =>
  standingOf({ pieces, scheme: { ...FIRST_SCHEME, decimals: 0, ...scheme }, settings: FIRST_BEARING, now: NOW });

it('adds up what is scored and how far it can still move', () => {
  expect(standing([piece(20, 15, 'returned'), piece(30, 25, 'scored'), piece(10, null, 'open'), piece(null, null, 'open'), piece(50, null, 'excused')])).toEqual({
    earned: 40_000,
    possible: 50_000,
    hasTotals: true,
    total: '80',
    band: null,
    atLeast: '67',
    atMost: '83',
    bearing: 'onCourse',
    reasons: [],
  });
});

it('follows the missing rule at once, and says why somebody is off course', () => {
  const pieces = [piece(20, 16, 'returned'), piece(20, null, 'missing'), piece(20, null, 'missing', { stillAccepted: true })];
  expect(standing(pieces)).toMatchObject({ total: '80', atMost: '90', bearing: 'drifting', reasons: [{ why: 'missing', number: 2, limit: 2 }] });
  expect(standing(pieces, { missing: { kind: 'whenClosed', percent: 0 } })).toMatchObject({
    total: '40',
    atMost: '60',
    bearing: 'offCourse',
    reasons: [{ why: 'belowPassLine', number: '40', limit: '60' }, { why: 'missing' }],
  });
  expect(standing(pieces, { missing: { kind: 'whenDue', percent: 0 } })).toMatchObject({ total: '27' });
});

it('notices a fall over the last four weeks', () => {
  const old = piece(20, 18, 'returned', { due: NOW - 40 * DAY_MS, scoredAt: NOW - 39 * DAY_MS });
  expect(standing([old, piece(20, 12, 'returned')])).toMatchObject({ total: '75', reasons: [{ why: 'fell', number: '15', limit: '5' }] });
});

it('has no total where the class has none, yet a bearing by what is missing', () => {
  expect(standing([piece(10, 8, 'returned'), piece(10, null, 'missing'), piece(10, null, 'missing')], { kind: 'none' })).toMatchObject({
    hasTotals: false,
    total: null,
    atMost: null,
    bearing: 'drifting',
  });
});

it('is nothing before the first score', () => {
  expect(standing([piece(10, null, 'open')])).toMatchObject({ total: null, atLeast: '0', atMost: '100', bearing: 'noBearing' });
});

it('has at least no higher than the total where a bonus makes leaving out a large piece worth more', () => {
  const pieces = [piece(20, 0, 'returned', { category: 'c' }), piece(10, 10, 'returned', { category: 'c', bonus: true }), piece(10, null, 'open', { category: 'c' })];
  const category = { id: 'c', name: 'C', weight: 1, within: 'pooled' as const, leaveOut: 1, keepBest: null, bonus: false };
  expect(standing(pieces, { categories: [category] })).toMatchObject({ total: '50', atLeast: '50' });
});

it('never has at least above the total, nor the total above at most', () => {
  const states = fc.constantFrom('open' as const, 'missing' as const, 'returned' as const, 'in' as const);
  const one = fc.record({
    points: fc.integer({ min: 1, max: 20 }),
    share: fc.double({ min: 0, max: 1.2, noNaN: true }),
    state: states,
    bonus: fc.boolean(),
    accepted: fc.boolean(),
  });
  fc.assert(
    fc.property(fc.array(one, { maxLength: 8 }), fc.nat(2), (given, leaveOut) => {
      const pieces = given.map(({ points, share, state, bonus, accepted }) =>
        piece(points, state === 'returned' ? Math.round(points * share) : null, state, { bonus, stillAccepted: accepted, category: 'c' }),
      );
      const { total, atLeast, atMost } = standing(pieces, {
        decimals: 2,
        missing: { kind: 'whenClosed', percent: 0 },
        categories: [{ id: 'c', name: 'C', weight: 1, within: 'pooled', leaveOut, keepBest: null, bonus: false }],
      });
      if (total === null) return;
      expect(Number(atLeast)).toBeLessThanOrEqual(Number(total));
      expect(Number(total)).toBeLessThanOrEqual(Number(atMost));
    }),
  );
});
