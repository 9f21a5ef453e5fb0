import fc from 'fast-check';
import {
  bandOf,
  asOf,
  categoryResult,
  countedItem,
  FIRST_SCHEME,
  keepCount,
  schemeProblems,
  totalOf,
  totalText,
  weightsCome,
  yearTotal,
  type Category,
  type CountedItem,
  type CountedPiece,
  type Scheme,
} from '.';
import { compare, percentText, ratio } from '../quantities';

let count = 0;
const item = (earned: number, points: number, more: Partial<CountedItem> = {}): CountedItem => ({
  id: `i${String((count += 1)).padStart(4, '0')}`,
  category: 'c',
  points: points * 1000,
  earned: earned * 1000,
  bonus: false,
  due: null,
  missing: false,
  ...more,
});
const category = (more: Partial<Category> = {}): Category => ({
  id: 'c',
  name: 'C',
  weight: 100_000,
  within: 'pooled',
  leaveOut: 0,
  keepBest: null,
  bonus: false,
  ...more,
});
const scheme = (more: Partial<Scheme> = {}): Scheme => ({ ...FIRST_SCHEME, ...more });
const percent = (value: { num: bigint; den: bigint } | null) => (value === null ? null : percentText(value, 4));

describe('a category', () => {
  it.each<[string, CountedItem[], Partial<Category>, string | null]>([
    ['pools points', [item(25, 30), item(14, 20)], {}, '78.0000'],
    ['means shares when equal', [item(25, 30), item(14, 20)], { within: 'equal' }, '76.6667'],
    ['leaves out the set that makes it highest', [item(6, 10), item(7, 12), item(3, 10)], { leaveOut: 1 }, '59.0909'],
    // The lowest percentage is 9/20, yet without 1/2 the rest is 9/20 + 9/10 = 60 %, without 9/20 it is 10/12.
    ['leaves out what weighs most, not what looks worst', [item(1, 2), item(9, 20), item(9, 10)], { leaveOut: 1 }, '83.3333'],
    ['keeps one however many are left out', [item(1, 10), item(8, 10)], { leaveOut: 5 }, '80.0000'],
    ['keeps the best k', [item(1, 10), item(8, 10), item(6, 10)], { keepBest: 2 }, '70.0000'],
    ['counts a bonus in the numerator only', [item(8, 10), item(3, 5, { bonus: true })], {}, '110.0000'],
    ['adds the share of a bonus when equal', [item(8, 10), item(6, 10), item(5, 10, { bonus: true })], { within: 'equal' }, '95.0000'],
    ['has no result without an ordinary item', [item(3, 5, { bonus: true })], {}, null],
    ['counts a zero', [item(0, 10)], {}, '0.0000'],
  ])('%s', (_case, items, more, expected) => expect(percent(categoryResult(items, category(more)).result)).toBe(expected));

  it('leaves out the later due of two that are worth the same', () => {
    const [early, late, undated] = [item(5, 10, { due: 1 }), item(5, 10, { due: 2 }), item(5, 10)];
    for (const within of ['pooled', 'equal'] as const) {
      expect(categoryResult([undated, late, early], category({ within, keepBest: 1 })).stay).toEqual([early]);
    }
  });
});

describe('properties of a category', () => {
  const pieces = fc.array(fc.record({ earned: fc.nat(12), points: fc.integer({ min: 1, max: 12 }), bonus: fc.boolean() }), {
    minLength: 1,
    maxLength: 7,
  });
  const settings = fc.record({
    leaveOut: fc.nat(3),
    keepBest: fc.option(fc.integer({ min: 1, max: 4 })),
    within: fc.constantFrom('pooled' as const, 'equal' as const),
  });
  const build = (given: { earned: number; points: number; bonus: boolean }[]) =>
    given.map((one, index) => item(one.earned, one.points, { bonus: one.bonus, id: `p${index}` }));

  it('a pooled result is that of the best of all sets of its size', () => {
    fc.assert(
      fc.property(pieces, settings, (given, set) => {
        const items = build(given);
        const ordinary = items.filter((one) => !one.bonus);
        const extra = items.filter((one) => one.bonus).reduce((sum, one) => sum + one.earned, 0);
        const keep = keepCount(ordinary.length, set);
        let best: ReturnType<typeof ratio> | null = null;
        for (let mask = 0; mask < 1 << ordinary.length; mask++) {
          const chosen = ordinary.filter((_, index) => mask & (1 << index));
          if (chosen.length !== keep || keep === 0) continue;
          const result = ratio(
            chosen.reduce((sum, one) => sum + one.earned, extra),
            chosen.reduce((sum, one) => sum + one.points, 0),
          );
          if (best === null || compare(result, best) > 0) best = result;
        }
        expect(percent(categoryResult(items, category({ ...set, within: 'pooled' })).result)).toBe(percent(best));
      }),
    );
  });

  it('a better score never lowers a total', () => {
    const kinds = fc.constantFrom('weighted' as const, 'points' as const);
    fc.assert(
      fc.property(pieces, settings, kinds, fc.nat(6), fc.nat(5), (given, set, kind, at, more) => {
        const items = build(given).map((one, index) => ({ ...one, category: index % 2 ? 'c' : 'd' }));
        const better = items.map((one, index) => (index === at % items.length ? { ...one, earned: one.earned + more * 1000 } : one));
        const both = scheme({ kind, categories: [category({ ...set, weight: 60_000 }), category({ id: 'd', name: 'D', weight: 30_000 })] });
        const [before, after] = [totalOf(both, items).result, totalOf(both, better).result];
        if (before !== null) expect(compare(after!, before)).toBeGreaterThanOrEqual(0);
      }),
    );
  });
});

describe('a total', () => {
  const worked = [
    category({ id: 'field', name: 'Field work', weight: 40_000 }),
    category({ id: 'notes', name: 'Notes', weight: 35_000 }),
    category({ id: 'quiz', name: 'Quizzes', weight: 25_000, leaveOut: 1 }),
  ];
  const items = [
    item(25, 30, { category: 'field' }),
    item(14, 20, { category: 'field' }),
    item(35, 60, { category: 'notes' }),
    ...[
      [6, 10],
      [7, 12],
      [3, 10],
    ].map(([a, b]) => item(a!, b!, { category: 'quiz' })),
  ];
  it('weighs the categories as in the worked example', () => {
    const total = totalOf(scheme({ kind: 'weighted', categories: worked }), items);
    expect(total.categories.map((row) => percent(row.result))).toEqual(['78.0000', '58.3333', '59.0909']);
    expect(percent(total.result)).toBe('66.3894');
    expect(totalText(total.result!, { decimals: 1 })).toBe('66.4');
    expect(total.counted).toHaveLength(5);
  });
  it.each<[string, Scheme, CountedItem[], string | null]>([
    ['weighs only categories with a result', scheme({ kind: 'weighted', categories: worked }), items.slice(0, 2), '78.0000'],
    [
      'is relative to the weights there are',
      scheme({ kind: 'weighted', categories: [category({ id: 'field', weight: 3000 }), category({ id: 'notes', weight: 1000 })] }),
      items.slice(0, 3),
      '73.0833',
    ],
    [
      'adds a bonus category on top',
      scheme({ kind: 'weighted', categories: [category(), category({ id: 'b', weight: 10_000, bonus: true })] }),
      [item(8, 10), item(5, 10, { category: 'b' })],
      '85.0000',
    ],
    ['has none with a bonus category only', scheme({ kind: 'weighted', categories: [category({ bonus: true })] }), [item(8, 10)], null],
    [
      'leaves out what is filed under no category when weighted',
      scheme({ kind: 'weighted', categories: [category()] }),
      [item(8, 10), item(0, 10, { category: null })],
      '80.0000',
    ],
    ['counts it in one pool of points', scheme({ categories: [category()] }), [item(8, 10), item(0, 10, { category: null })], '40.0000'],
    [
      'chooses what stays in all categories together',
      scheme({ categories: [category({ leaveOut: 1 }), category({ id: 'd', leaveOut: 1 })] }),
      [item(1, 2), item(9, 20), item(9, 10, { category: 'd' }), item(1, 20, { category: 'd' })],
      '83.3333',
    ],
    [
      'adds bonus categories to the numerator of a pool',
      scheme({ categories: [category(), category({ id: 'b', bonus: true, keepBest: 1 })] }),
      [item(8, 10), item(1, 5, { category: 'b' }), item(2, 5, { category: 'b' })],
      '100.0000',
    ],
    ['is none where the class has none', scheme({ kind: 'none' }), [item(8, 10)], null],
    ['is none before the first score', scheme(), [], null],
  ])('%s', (_case, given, own, expected) => expect(percent(totalOf(given, own).result)).toBe(expected));

  it('of a bonus category the best pieces stay, and of two that are worth the same the one due first', () => {
    const of = (more: Partial<Category>, ...own: CountedItem[]) => {
      const { stay, leftOut } = categoryResult(own, category({ id: 'b', bonus: true, ...more }));
      return [stay, leftOut].map((list) => list.map(({ id }) => id));
    };
    const [weak, strong, equal] = [
      item(1, 5, { category: 'b', due: 1000 }),
      item(4, 5, { category: 'b', due: 2000 }),
      item(4, 5, { category: 'b', due: 1500 }),
    ];
    expect(of({ keepBest: 2 }, weak, strong, equal)).toEqual([[strong.id, equal.id], [weak.id]]);
    expect(of({ keepBest: 1 }, weak, strong, equal)).toEqual([[equal.id], [weak.id, strong.id]]);
    expect(of({ leaveOut: 1 }, strong, weak)).toEqual([[strong.id], [weak.id]]);
  });

  it('adds of a bonus category what earned most, and of two that earned the same the one due first', () => {
    const given = scheme({ categories: [category(), category({ id: 'b', bonus: true, keepBest: 1 })] });
    const plain = item(8, 10);
    const onTop = (...own: CountedItem[]) => totalOf(given, [plain, ...own]).counted.filter((id) => id !== plain.id);
    const [early, late] = [item(2, 5, { category: 'b', due: 1000, id: 'z' }), item(2, 5, { category: 'b', due: 2000, id: 'a' })];
    const best = item(3, 30, { category: 'b', due: 3000 });
    expect([onTop(early, late), onTop(late, early), onTop(late, best, early)]).toEqual([['z'], ['z'], [best.id]]);
    expect(onTop(item(2, 5, { category: 'b', id: 'n' }), late)).toEqual(['a']);
  });

  it('has no weight in a category without a result, and counts nothing where there is no total', () => {
    const weighted = scheme({ kind: 'weighted', categories: [category({ weight: 60_000 }), category({ id: 'd', weight: 40_000 })] });
    const { categories, counted } = totalOf(weighted, [item(8, 10, { id: 'x' })]);
    expect([categories.map(({ weight }) => weight), counted]).toEqual([[ratio(1), ratio(0)], ['x']]);
    const onlyBonus = [item(8, 10, { bonus: true })];
    for (const kind of ['weighted', 'points', 'none'] as const)
      expect(totalOf(scheme({ kind, categories: [category()] }), onlyBonus)).toMatchObject({ result: null, counted: [], pool: null });
    expect(totalOf(scheme({ kind: 'none' }), [item(8, 10)]).counted).toEqual([]);
  });

  it('of points says what was earned of what', () =>
    expect(totalOf(scheme(), [item(8, 10), item(9, 20)]).pool).toEqual({ earned: 17_000, points: 30_000 }));

  it('of a year weighs the terms that have one', () => {
    expect(
      percent(
        yearTotal([
          { weight: 1, total: ratio(1, 2) },
          { weight: 2, total: ratio(4, 5) },
          { weight: 3, total: null },
        ]),
      ),
    ).toBe('70.0000');
    expect(yearTotal([{ weight: 1, total: null }])).toBeNull();
  });
});

describe('bands', () => {
  const bands = [
    { name: 'Pass', from: 60_000 },
    { name: 'Well', from: 80_000 },
    { name: 'Not yet', from: 0 },
  ];
  it.each([
    ['the highest that is reached', ratio(85, 100), 'shown', 'Well'],
    ['the lowest below all others', ratio(1, 100), 'shown', 'Not yet'],
    ['what is shown: 59.96 is 60.0', ratio(5996, 10000), 'shown', 'Pass'],
    ['what is exact: 59.96 is below 60', ratio(5996, 10000), 'exact', 'Not yet'],
    ['exactly on the line', ratio(60, 100), 'exact', 'Pass'],
  ] as const)('give %s', (_case, total, bandsBy, name) => expect(bandOf(total, { bands, bandsBy, decimals: 1 })?.name).toBe(name));
  it('are none where there are none', () => expect(bandOf(ratio(1), FIRST_SCHEME)).toBeNull());
});

describe('which pieces count', () => {
  const piece = (more: Partial<CountedPiece>): CountedPiece => ({
    id: 'p',
    category: null,
    points: 20_000,
    counts: true,
    bonus: false,
    effective: null,
    scoredAt: null,
    state: 'missing',
    stillAccepted: false,
    due: 100,
    ...more,
  });
  const categories = ['plain', 'bonus'].map((id) => ({
    id,
    name: id,
    weight: 50_000,
    within: 'pooled' as const,
    leaveOut: 0,
    keepBest: null,
    bonus: id === 'bonus',
  }));
  it.each<[string, Partial<CountedPiece>, 'leaveOut' | 'whenClosed' | 'whenDue', number | null]>([
    ['a score counts', { effective: 15_000, state: 'returned' }, 'leaveOut', 15_000],
    ['a score wins over the missing rule', { effective: 15_000 }, 'whenDue', 15_000],
    ['missing is left out', {}, 'leaveOut', null],
    ['missing counts when closed', {}, 'whenClosed', 5000],
    ['still accepted does not count before it closes', { stillAccepted: true }, 'whenClosed', null],
    ['still accepted counts when due', { stillAccepted: true }, 'whenDue', 5000],
    ['excused never counts', { state: 'excused', effective: 15_000 }, 'whenDue', null],
    ['not counted', { counts: false, effective: 15_000 }, 'whenDue', null],
    ['without points', { points: null, effective: null }, 'whenDue', null],
    ['not theirs', { state: null }, 'whenDue', null],
    ['waiting for a score', { state: 'in' }, 'whenDue', null],
    ['a bonus that nobody did gives nothing', { bonus: true }, 'whenDue', null],
    ['in a bonus category it counts nothing', { category: 'bonus' }, 'whenDue', 0],
    ['in another it counts as the rule says', { category: 'plain' }, 'whenDue', 5000],
    ['a bonus in a bonus category gives nothing', { category: 'bonus', bonus: true }, 'whenDue', null],
    ['a bonus that was done counts', { bonus: true, effective: 15_000, state: 'returned' }, 'whenDue', 15_000],
  ])('%s', (_case, more, kind, earned) =>
    expect(countedItem(piece(more), { categories, missing: { kind, percent: 25_000 } })?.earned ?? null).toBe(earned),
  );
  it('as of a moment counts what was due and scored by then', () => {
    const [scored, later, undated] = [
      piece({ id: 'a', effective: 1, scoredAt: 150 }),
      piece({ id: 'b', due: 300 }),
      piece({ id: 'c', due: null, effective: 1, scoredAt: 250 }),
    ];
    expect(asOf([scored, later, undated], 200)).toEqual([scored]);
    expect(asOf([scored, later, undated], 120)).toEqual([{ ...scored, effective: null }]);
    expect(asOf([scored, later, undated], 300)).toHaveLength(3);
  });
});

it.each<[string, Partial<Scheme>, string[]]>([
  ['nothing in the first scheme', {}, []],
  ['weights that come to 90: they are relative', { kind: 'weighted', categories: [category({ weight: 90_000 })] }, []],
  [
    'weights of 0 and −1',
    { kind: 'weighted', categories: [category({ weight: 0 }), category({ name: 'D', weight: -1000 })] },
    ['categories.0.weight weight', 'categories.1.weight weight'],
  ],
  [
    'names missing and twice',
    { categories: [category({ name: ' ' }), category({ name: 'A' }), category({ name: 'a' })] },
    ['categories.0.name noName', 'categories.2.name sameName'],
  ],
  ['weighing nothing', { kind: 'weighted' }, ['categories noCategory']],
  ['weighing only on top', { kind: 'weighted', categories: [category({ bonus: true })] }, ['categories onlyBonus']],
  [
    'bands that overlap, and a gap below',
    {
      bands: [
        { name: 'A', from: 80_000 },
        { name: 'B', from: 80_000 },
      ],
    },
    ['bands.1.from bandOrder', 'bands bandGap'],
  ],
  ['a missing piece worth 101 %', { missing: { kind: 'whenDue', percent: 101_000 } }, ['missing.percent missingPercent']],
])('refuses %s', (_case, more, expected) =>
  expect(schemeProblems(scheme(more)).map(({ path, why }) => `${path} ${why}`)).toEqual(expected),
);

it('says what the weights come to, without those on top', () => {
  expect(
    weightsCome(
      scheme({ categories: [category({ weight: 60_000 }), category({ weight: 30_000 }), category({ weight: 10_000, bonus: true })] }),
    ),
  ).toBe(90_000);
});
