import fc from 'fast-check';
import { forecastItem, forecastOf, type ForecastPiece } from '.';
import { compare, percentText, ratio, ZERO, type Ratio } from '../quantities';
import { reckoningOf } from '../progress';
import { FIRST_SCHEME, type Scheme } from '../totals';

let count = 0;
const piece = (points: number, state: ForecastPiece['state'], more: Partial<ForecastPiece> & { score?: number } = {}): ForecastPiece => {
  const { score, ...rest } = more;
  const effective = score === undefined ? null : score * 1000;
  return {
    id: `p${(count += 1)}`,
    category: null,
    points: points * 1000,
    counts: true,
    bonus: false,
    effective,
    scoredAt: null,
    state,
    stillAccepted: state === 'missing',
    due: 1000,
    closes: 2000,
    lateCost: 0,
    ...rest,
  };
};
const scored = (score: number, points: number, more: Partial<ForecastPiece> = {}) => piece(points, 'returned', { score, ...more });
const forecast = (pieces: ForecastPiece[], scheme: Partial<Scheme> = {}, medians: [string, Ratio][] = []) => {
  const whole = { ...FIRST_SCHEME, ...scheme };
  return forecastOf({ items: pieces.flatMap((one) => forecastItem(one, whole.missing) ?? []), reckon: reckoningOf(whole), medians: new Map(medians) });
};
const three = ({ atLeast, atPace, atMost }: ReturnType<typeof forecastOf>) => [atLeast, atPace, atMost].map((value) => value && percentText(value, 1));

describe('the three totals', () => {
  it.each<[string, ForecastPiece[], (string | null)[]]>([
    ['are one without anything open', [scored(15, 20)], ['75.0', '75.0', '75.0']],
    ['are none without anything', [], [null, null, null]],
    ['give what is open nothing, the usual, everything', [scored(15, 20), piece(10, 'open')], ['50.0', '75.0', '83.3']],
    ['leave out what waits for a score', [scored(15, 20), piece(80, 'in')], ['75.0', '75.0', '75.0']],
    ['leave out the excused and what does not count', [scored(15, 20), piece(80, 'excused'), piece(80, 'open', { counts: false })], ['75.0', '75.0', '75.0']],
    // 0.5 usual: 10 − 2 of 20, and 20 − 2 of 20
    ['take the late cost off a missing piece', [scored(10, 20), piece(20, 'missing', { lateCost: 2000 })], ['25.0', '45.0', '70.0']],
    ['never let the late cost go below nothing', [scored(2, 20), piece(20, 'missing', { lateCost: 15_000 })], ['5.0', '5.0', '17.5']],
    ['leave a piece that was sent back the score it has', [scored(2, 20), piece(20, 'sentBack', { score: 12 })], ['35.0', '35.0', '55.0']],
    ['count a ratio above 1 as 1', [scored(30, 20), piece(20, 'open')], ['75.0', '125.0', '125.0']],
    ['leave out what is missing for good as the rule says', [scored(15, 20), piece(20, 'missing', { stillAccepted: false })], ['75.0', '75.0', '75.0']],
  ])('%s', (_case, pieces, expected) => expect(three(forecast(pieces))).toEqual(expected));

  it('take the usual of the category, drawn to the usual of all', () => {
    const categories = ['a', 'b'].map((id) => ({ id, name: id, weight: 50_000, within: 'pooled' as const, leaveOut: 0, keepBest: null, bonus: false }));
    // all: (1 + 0.4) / 2 = 0.7; in b: (2 × 0.7 + 0.4) / 3 = 0.6
    const pieces = [scored(10, 10, { category: 'a' }), scored(4, 10, { category: 'b' }), piece(10, 'open', { category: 'b' })];
    expect(three(forecast(pieces, { kind: 'weighted', categories }))).toEqual(['60.0', '75.0', '85.0']);
  });
  it('take the middle of the class, else 0.7, for somebody without a score', () => {
    expect(three(forecast([piece(10, 'open')], {}, [['', ratio(9, 10)]]))).toEqual(['0.0', '90.0', '100.0']);
    expect(three(forecast([piece(10, 'open')]))).toEqual(['0.0', '70.0', '100.0']);
  });
});

describe('next best steps', () => {
  it('begin with what adds most; what can no longer be handed in comes last', () => {
    const [small, gone, large, again] = [piece(5, 'open'), piece(20, 'missing', { stillAccepted: false }), piece(20, 'missing'), piece(20, 'sentBack', { score: 9 })];
    const { steps } = forecast([scored(15, 20), small, gone, large, again]);
    expect(steps.map(({ id }) => id)).toEqual([large.id, again.id, small.id, gone.id]);
    expect(steps.at(-1)).toEqual({ id: gone.id, gain: ZERO, atPace: null });
  });
  it('of equal gain begin with what closes or is due first', () => {
    const [late, soon, never] = [piece(10, 'open', { due: 500 }), piece(10, 'missing', { closes: 400 }), piece(10, 'open', { due: null, closes: null })];
    expect(forecast([scored(8, 10), never, late, soon]).steps.map(({ id }) => id)).toEqual([soon.id, late.id, never.id]);
  });
  it('say what one piece adds while everything else stays as it is', () => {
    // (15 + 7.5) / 30 − 15 / 30
    expect(forecast([scored(15, 20), piece(10, 'open'), piece(1000, 'open')]).steps.map(({ gain }) => percentText(gain, 1))).toContain('25.0');
  });
});

it('always has at least ≤ at the present pace ≤ at most, and gains of nothing or more', () => {
  const one = fc.record({
    points: fc.integer({ min: 1, max: 30 }),
    share: fc.integer({ min: 0, max: 120 }),
    state: fc.constantFrom('open' as const, 'missing' as const, 'returned' as const, 'in' as const, 'sentBack' as const),
    bonus: fc.boolean(),
    stillAccepted: fc.boolean(),
    lateCost: fc.nat(12_000),
    category: fc.constantFrom('c', 'd', null),
  });
  const category = fc.record({
    within: fc.constantFrom('pooled' as const, 'equal' as const),
    leaveOut: fc.nat(2),
    keepBest: fc.option(fc.integer({ min: 1, max: 3 })),
    bonus: fc.boolean(),
    weight: fc.integer({ min: 1, max: 100_000 }),
  });
  fc.assert(
    fc.property(
      fc.array(one, { maxLength: 9 }),
      fc.tuple(category, category),
      fc.constantFrom('weighted' as const, 'points' as const),
      fc.constantFrom('leaveOut' as const, 'whenClosed' as const, 'whenDue' as const),
      (given, [c, d], kind, missing) => {
        const pieces = given.map(({ share, points, ...more }) =>
          piece(points, more.state, { ...more, ...(more.state === 'returned' || (more.state === 'sentBack' && share % 2) ? { effective: points * share * 10 } : {}) }),
        );
        const categories = [
          { id: 'c', name: 'C', ...c },
          { id: 'd', name: 'D', ...d },
        ];
        const { atLeast, atPace, atMost, steps } = forecast(pieces, { kind, categories, missing: { kind: missing, percent: 0 } });
        expect([atLeast === null, atMost === null]).toEqual([atPace === null, atPace === null]);
        if (atPace !== null) {
          expect(compare(atLeast!, atPace)).toBeLessThanOrEqual(0);
          expect(compare(atPace, atMost!)).toBeLessThanOrEqual(0);
        }
        for (const { gain } of steps) expect(compare(gain, ZERO)).toBeGreaterThanOrEqual(0);
      },
    ),
  );
});
