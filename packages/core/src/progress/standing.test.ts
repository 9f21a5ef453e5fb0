import { classMedians, forecastText, ONE_TERM, standingOf, tenthsOf, totalAt, wholeYear } from '.';
import { FIRST_BEARING } from '../bearing';
import type { ForecastPiece } from '../forecast';
import { DAY_MS, percentText, ratio } from '../quantities';
import { FIRST_SCHEME, type Scheme } from '../totals';

const NOW = 100 * DAY_MS;
let count = 0;
const piece = (
  points: number | null,
  effective: number | null,
  state: ForecastPiece['state'],
  more: Partial<ForecastPiece> = {},
): ForecastPiece => ({
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
  closes: null,
  lateCost: 0,
  ...more,
});
const whole = (scheme: Partial<Scheme>): Scheme => ({ ...FIRST_SCHEME, decimals: 0, ...scheme });
const standing = (pieces: ForecastPiece[], scheme: Partial<Scheme> = {}) =>
  standingOf({ pieces, scheme: whole(scheme), settings: FIRST_BEARING, now: NOW });
const forecast = (pieces: ForecastPiece[], scheme: Partial<Scheme> = {}) => forecastText({ pieces, scheme: whole(scheme) });

it('adds up what is scored and how far it can still move', () => {
  const pieces = [
    piece(20, 15, 'returned'),
    piece(30, 25, 'scored'),
    piece(10, null, 'open'),
    piece(null, null, 'open'),
    piece(50, null, 'excused'),
    piece(40, null, 'in'),
  ];
  expect(forecast(pieces)).toMatchObject({ atLeast: '72', atPace: '80', atMost: '90' });
  expect(standing(pieces)).toEqual({
    earned: 40_000,
    possible: 50_000,
    hasTotals: true,
    total: '80',
    band: null,
    change: null,
    bearing: 'onCourse',
    reasons: [],
  });
});

it('follows the missing rule at once, and says why somebody is off course', () => {
  const pieces = [piece(20, 16, 'returned'), piece(20, null, 'missing'), piece(20, null, 'missing', { stillAccepted: true })];
  expect(standing(pieces)).toMatchObject({ total: '80', bearing: 'drifting', reasons: [{ why: 'missing', number: 2, limit: 2 }] });
  expect(standing(pieces, { missing: { kind: 'whenClosed', percent: 0 } })).toMatchObject({
    total: '40',
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
    bearing: 'drifting',
  });
});

it('is nothing before the first score', () => {
  expect(standing([piece(10, null, 'open')])).toMatchObject({ total: null, bearing: 'noBearing' });
});

it('says a number that is only just below its limit with enough decimals to tell them apart', () => {
  expect(standing([piece(10_000, 5998, 'returned')]).reasons[0]).toMatchObject({ why: 'belowPassLine', number: '59.98', limit: '60' });
  expect(standing([piece(100, 60, 'returned')]).reasons[0]).toMatchObject({ why: 'nearPassLine', number: '60', limit: '65' });
});

it('over a year weighs its terms', () => {
  const [autumn, spring] = [piece(10, 5, 'returned'), piece(100, 80, 'returned')];
  const terms = [
    { name: 'Autumn', from: '2026-09-01', to: '2026-12-18' },
    { name: 'Spring', from: '2027-01-04', to: '2027-06-30' },
  ];
  const scheme = whole({ termWeights: { Spring: 2 } });
  const over = wholeYear(scheme, terms, (id) => (id === autumn.id ? 0 : 1));
  const of = { pieces: [autumn, spring], scheme, settings: FIRST_BEARING, now: NOW };
  expect(standingOf({ ...of, over })).toMatchObject({ total: '70', earned: 85_000, possible: 110_000 });
  expect(standingOf({ ...of, over: ONE_TERM }).total).toBe('77');
  expect(standingOf({ ...of, pieces: [autumn], over }).total).toBe('50');
});

it('as of a moment knows nothing of what came later', () => {
  const pieces = [piece(10, 9, 'returned', { due: 100, scoredAt: 200 }), piece(10, 1, 'returned', { due: 300, scoredAt: 400 })];
  const at = (moment: number) => totalAt({ pieces, scheme: whole({}), at: moment });
  expect([150, 250, 450].map((moment) => at(moment) && percentText(at(moment)!, 0))).toEqual([null, '90', '50']);
});

describe('a class', () => {
  it('has a middle in each category, over those who have a result', () => {
    const categories = [{ id: 'c', name: 'C', weight: 1, within: 'pooled' as const, leaveOut: 0, keepBest: null, bonus: false }];
    const of = (earned: number) => [piece(10, earned, 'returned', { category: 'c' }), piece(10, 10 - earned, 'returned')];
    const medians = classMedians([of(2), of(9), of(6), [piece(10, null, 'open', { category: 'c' })]], whole({ categories }));
    expect([...medians].map(([category, middle]) => [category, percentText(middle, 0)])).toEqual([
      ['c', '60'],
      ['', '40'],
    ]);
    expect(classMedians([], whole({})).size).toBe(0);
  });
  it('is counted by tenths, with what is above in the last', () =>
    expect(tenthsOf([ratio(0), ratio(1, 10), ratio(99, 1000), ratio(1), ratio(11, 10)])).toEqual([2, 1, 0, 0, 0, 0, 0, 0, 0, 2]));
});
