import fc from 'fast-check';
import { forecastItem, forecastOf, type ForecastPiece } from '.';
import { compare, percentText, ratio, subtract, ZERO, type Ratio } from '../quantities';
import { reckoningOf, wholeYear } from '../progress';
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
  return forecastOf({
    items: pieces.flatMap((one) => forecastItem(one, whole) ?? []),
    reckon: reckoningOf(whole),
    medians: new Map(medians),
  });
};
const three = ({ atLeast, atPace, atMost }: ReturnType<typeof forecastOf>) =>
  [atLeast, atPace, atMost].map((value) => value && percentText(value, 1));

describe('what a piece is to a forecast', () => {
  const item = (more: Partial<ForecastPiece>) => forecastItem(piece(10, 'open', more), FIRST_SCHEME);

  it.each<[string, Partial<ForecastPiece>]>([
    ['without points', { points: null }],
    ['out of nothing', { points: 0 }],
    ['that does not count', { counts: false }],
    ['of somebody else', { state: null }],
    ['that is excused', { state: 'excused', effective: 5000 }],
  ])('is nothing %s', (_case, more) => expect(item(more)).toBeNull());

  it.each<[string, Partial<ForecastPiece>, object]>([
    ['open until it is due', { state: 'open' }, { open: { until: 1000, waiting: false }, gone: false }],
    ['open once begun, and before it opens', { state: 'started' }, { open: { waiting: false } }],
    ['open until it closes where it is never due', { state: 'notOpen', due: null }, { open: { until: 2000 } }],
    ['open until it closes once it is missing', { state: 'missing', stillAccepted: true }, { open: { until: 2000 }, gone: false }],
    ['gone once it is closed', { state: 'missing' }, { open: null, gone: true }],
    ['not gone with a score', { state: 'missing', effective: 0 }, { open: null, gone: false }],
    ['not open because it would be accepted', { state: 'returned', effective: 5000, stillAccepted: true }, { open: null }],
    ['waiting when it is in', { state: 'in', lateCost: 2000 }, { open: { waiting: true, kept: 0, lateCost: 2000 } }],
    ['waiting with words only, where something is in', { state: 'scored', isIn: true }, { open: { waiting: true } }],
    ['not waiting with words only, where nothing came in', { state: 'scored' }, { open: null }],
    ['not waiting once it has points', { state: 'scored', isIn: true, effective: 7000 }, { open: null }],
    ['not waiting once it came back with words', { state: 'returned', isIn: true }, { open: null }],
    ['keeps the score of a round before', { state: 'sentBack', effective: 4000 }, { open: { kept: 4000, waiting: false } }],
  ])('is %s', (_case, more, expected) => expect(item(more)).toMatchObject(expected));
});

describe('the three totals', () => {
  it.each<[string, ForecastPiece[], (string | null)[]]>([
    ['are one without anything open', [scored(15, 20)], ['75.0', '75.0', '75.0']],
    ['are none without anything', [], [null, null, null]],
    ['give what is open nothing, the usual, everything', [scored(15, 20), piece(10, 'open')], ['50.0', '75.0', '83.3']],
    [
      'count what waits for a score at the usual, even where nothing more comes',
      [scored(15, 20), piece(10, 'in')],
      ['75.0', '75.0', '83.3'],
    ],
    ['count what was done in class so too', [scored(15, 20), piece(10, 'inClass')], ['75.0', '75.0', '83.3']],
    // 0.75 usual: 7.5 − 2 of 10, at most 10 − 2
    ['take its own late cost off what waits', [scored(15, 20), piece(10, 'inLate', { lateCost: 2000 })], ['68.3', '68.3', '76.7']],
    [
      'never take what waits again below the score of the round before',
      [scored(10, 20), piece(20, 'in', { score: 14 })],
      ['60.0', '60.0', '75.0'],
    ],
    ['count words without points as waiting', [scored(15, 20), piece(10, 'scored', { isIn: true })], ['75.0', '75.0', '83.3']],
    ['leave out words on what never came in', [scored(15, 20), piece(10, 'scored')], ['75.0', '75.0', '75.0']],
    [
      'leave out the excused and what does not count',
      [scored(15, 20), piece(80, 'excused'), piece(80, 'open', { counts: false })],
      ['75.0', '75.0', '75.0'],
    ],
    // 0.5 usual: 10 − 2 of 20, and 20 − 2 of 20
    ['take the late cost off a missing piece', [scored(10, 20), piece(20, 'missing', { lateCost: 2000 })], ['25.0', '45.0', '70.0']],
    ['never let the late cost go below nothing', [scored(2, 20), piece(20, 'missing', { lateCost: 15_000 })], ['5.0', '5.0', '17.5']],
    ['leave a piece that was sent back the score it has', [scored(2, 20), piece(20, 'sentBack', { score: 12 })], ['35.0', '35.0', '55.0']],
    ['count a ratio above 1 as 1', [scored(30, 20), piece(20, 'open')], ['75.0', '125.0', '125.0']],
    [
      'leave out what is missing for good as the rule says',
      [scored(15, 20), piece(20, 'missing', { stillAccepted: false })],
      ['75.0', '75.0', '75.0'],
    ],
  ])('%s', (_case, pieces, expected) => expect(three(forecast(pieces))).toEqual(expected));

  it('take the usual of the category, drawn to the usual of all', () => {
    const categories = ['a', 'b'].map((id) => ({
      id,
      name: id,
      weight: 50_000,
      within: 'pooled' as const,
      leaveOut: 0,
      keepBest: null,
      bonus: false,
    }));
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
    const [small, gone, large, again] = [
      piece(5, 'open'),
      piece(20, 'missing', { stillAccepted: false }),
      piece(20, 'missing'),
      piece(20, 'sentBack', { score: 9 }),
    ];
    const { steps } = forecast([scored(15, 20), small, gone, large, again]);
    expect(steps.map(({ id }) => id)).toEqual([large.id, again.id, small.id, gone.id]);
    expect(steps.at(-1)).toEqual({ id: gone.id, gain: ZERO, done: null, undone: null, atPace: null, why: 'gone' });
  });
  it('of equal gain begin with what closes or is due first', () => {
    const [late, soon, never] = [
      piece(10, 'open', { due: 500 }),
      piece(10, 'missing', { closes: 400 }),
      piece(10, 'open', { due: null, closes: null }),
    ];
    expect(forecast([scored(8, 10), never, late, soon]).steps.map(({ id }) => id)).toEqual([soon.id, late.id, never.id]);
  });
  it('of equal gain that end at the same time, or never, keep one order however they come', () => {
    const [one, two, three] = [
      piece(10, 'open', { due: 500 }),
      piece(10, 'open', { due: 500 }),
      piece(10, 'open', { due: null, closes: null }),
    ];
    const four = piece(10, 'open', { due: null, closes: null });
    const order = (...pieces: ForecastPiece[]) => forecast([scored(8, 10), ...pieces]).steps.map(({ id }) => id);
    const expected = [one, two, three, four].map(({ id }) => id);
    expect(order(four, three, two, one)).toEqual(expected);
    expect(order(two, four, one, three)).toEqual(expected);
  });
  it('say what one piece is worth, between it done and left undone, while everything else stays as it is', () => {
    // (15 + 7.5) / 30 and 15 / 30
    const { steps } = forecast([scored(15, 20), piece(10, 'open'), piece(1000, 'open'), piece(10, 'in')]);
    expect(steps.map(({ gain, done, undone }) => [gain, done!, undone!].map((value) => percentText(value, 1)))).toContainEqual([
      '25.0',
      '75.0',
      '50.0',
    ]);
    expect(steps).toHaveLength(2);
  });

  const category = (id: string, more = {}) => ({
    id,
    name: id,
    weight: 50_000,
    within: 'pooled' as const,
    leaveOut: 0,
    keepBest: null,
    bonus: false,
    ...more,
  });
  const weighted = (categories: Scheme['categories']) => ({ kind: 'weighted' as const, categories });
  const [k, drop] = [{ category: 'k' }, weighted([category('k', { leaveOut: 1 })])];
  it.each<[string, ForecastPiece[], Partial<Scheme>, string | null]>([
    ['something', [scored(15, 20), piece(10, 'open')], {}, null],
    ['nothing, for what they usually get is nothing', [scored(0, 20), piece(10, 'open')], {}, 'earnsNothing'],
    ['nothing, for being late takes all of it', [scored(10, 20), piece(10, 'missing', { lateCost: 9000 })], {}, 'earnsNothing'],
    ['nothing, for the score it has is as good', [scored(10, 20), piece(10, 'sentBack', { score: 9 })], {}, 'earnsNothing'],
    [
      'nothing, for it would be left out',
      [scored(9, 10, k), scored(3, 10, k), piece(10, 'missing', { ...k, lateCost: 5000 })],
      drop,
      'leftOut',
    ],
    ['nothing, for it takes the place of one as good', [scored(5, 10, k), scored(5, 10, k), piece(10, 'open', k)], drop, 'leftOut'],
    ['nothing, for it is under no category', [scored(5, 10, k), piece(10, 'open')], drop, 'countsInNothing'],
    [
      'nothing, for on top of nothing it adds nothing',
      [scored(5, 10, k), piece(10, 'open', { category: 'b', bonus: true })],
      weighted([category('k'), category('b')]),
      'countsInNothing',
    ],
  ])('is worth %s', (_case, pieces, scheme, why) => expect(forecast(pieces, scheme).steps[0]!.why).toBe(why));

  it('is worth nothing in a term that weighs nothing', () => {
    const pieces = [scored(5, 10), piece(10, 'open')];
    const scheme: Scheme = { ...FIRST_SCHEME, termWeights: { Autumn: 0, Spring: 1 } };
    const terms = [
      { name: 'Autumn', from: '2026-09-01', to: '2026-12-20' },
      { name: 'Spring', from: '2027-01-07', to: '2027-03-30' },
    ];
    const over = wholeYear(scheme, terms, (id) => (id === pieces[1]!.id ? 0 : 1));
    const { steps } = forecastOf({ items: pieces.flatMap((one) => forecastItem(one, scheme) ?? []), reckon: reckoningOf(scheme, over) });
    expect(steps[0]).toMatchObject({ gain: ZERO, why: 'weighsNothing' });
  });
});

it('always has at least ≤ at the present pace ≤ at most, and gains of nothing or more that lie between their totals; and handing in lowers none of the three', () => {
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
      fc.constantFrom(0, 40_000),
      (given, [c, d], kind, missing, percent) => {
        const pieces = given.map(({ share, points, ...more }) =>
          piece(points, more.state, {
            ...more,
            ...(more.state === 'returned' || (more.state === 'sentBack' && share % 2) ? { effective: points * share * 10 } : {}),
          }),
        );
        const categories = [
          { id: 'c', name: 'C', ...c },
          { id: 'd', name: 'D', ...d },
        ];
        const { atLeast, atPace, atMost, steps } = forecast(pieces, { kind, categories, missing: { kind: missing, percent } });
        expect([atLeast === null, atMost === null]).toEqual([atPace === null, atPace === null]);
        if (atPace !== null) {
          expect(compare(atLeast!, atPace)).toBeLessThanOrEqual(0);
          expect(compare(atPace, atMost!)).toBeLessThanOrEqual(0);
        }
        for (const { gain, done, undone, why } of steps) {
          expect(compare(gain, ZERO)).toBeGreaterThanOrEqual(0);
          expect(why === null).toBe(compare(gain, ZERO) > 0);
          if (done !== null && undone !== null) expect(gain).toEqual(subtract(done, undone));
        }
        const waits = { open: 'in', missing: 'inLate', sentBack: 'in' } as const;
        for (const [place, one] of pieces.entries()) {
          if (!(one.state === 'open' || one.state === 'sentBack' || (one.state === 'missing' && one.stillAccepted))) continue;
          const after = forecast(pieces.with(place, { ...one, state: waits[one.state as keyof typeof waits] }), {
            kind,
            categories,
            missing: { kind: missing, percent },
          });
          for (const key of ['atLeast', 'atPace', 'atMost'] as const) {
            const before = { atLeast, atPace, atMost }[key];
            expect(before === null || (after[key] !== null && compare(after[key], before) >= 0)).toBe(true);
          }
        }
      },
    ),
  );
});
