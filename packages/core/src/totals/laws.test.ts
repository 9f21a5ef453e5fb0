import fc from 'fast-check';
import {
  categoryResult,
  countedByHand,
  countedItem,
  derivationOf,
  FIRST_SCHEME,
  keepCount,
  recount,
  totalOf,
  type Category,
  type CountedItem,
  type CountedPiece,
  type Scheme,
} from '.';
import { compare, ratio, type Ratio } from '../quantities';

/** Schemes of three categories of every kind, and items filed anywhere. Points now and then so large that doubles cannot hold their products. */
const points = fc.oneof(fc.integer({ min: 1, max: 30_000 }), fc.integer({ min: 900_000_000, max: 1_000_000_000 }));
const aCategory = (id: string) =>
  fc.record({
    id: fc.constant(id),
    name: fc.constant(id),
    weight: fc.integer({ min: 1, max: 60_000 }),
    within: fc.constantFrom('pooled' as const, 'equal' as const),
    leaveOut: fc.nat(3),
    keepBest: fc.option(fc.integer({ min: 1, max: 4 })),
    bonus: fc.boolean(),
  });
const aScheme: fc.Arbitrary<Scheme> = fc
  .record({
    kind: fc.constantFrom('weighted' as const, 'points' as const, 'none' as const),
    categories: fc.tuple(aCategory('a'), aCategory('b'), aCategory('c')),
  })
  .map((drawn) => ({ ...FIRST_SCHEME, ...drawn }));
const someItems: fc.Arbitrary<CountedItem[]> = fc
  .array(
    fc.record({
      points,
      share: fc.nat(12),
      bonus: fc.boolean(),
      category: fc.constantFrom('a', 'b', 'c', null),
      due: fc.option(fc.nat(9)),
      missing: fc.boolean(),
    }),
    {
      maxLength: 12,
    },
  )
  .map((drawn) => drawn.map(({ share, ...one }, index) => ({ ...one, id: `i${index}`, earned: Math.floor((one.points * share) / 10) })));

const same = (a: Ratio | null, b: Ratio | null) => (a === null || b === null ? a === b : compare(a, b) === 0);
const figures = (scheme: Scheme, items: CountedItem[]) => {
  const { result, categories, counted, pool } = totalOf(scheme, items);
  return {
    result,
    pool,
    counted: [...counted].sort(),
    categories: categories.map((one) => ({ result: one.result, weight: one.weight, out: one.leftOut.map(({ id }) => id).sort() })),
  };
};

it('a total does not depend on the order of its items', () => {
  fc.assert(
    fc.property(aScheme, someItems, fc.infiniteStream(fc.nat()), (scheme, items, keys) => {
      const order = items.map((item) => ({ item, key: keys.next().value as number })).sort((a, b) => a.key - b.key);
      expect(
        figures(
          scheme,
          order.map(({ item }) => item),
        ),
      ).toEqual(figures(scheme, items));
    }),
  );
});

it('a better score never lowers a total or a category, whatever the scheme', () => {
  fc.assert(
    fc.property(aScheme, someItems, fc.nat(), fc.integer({ min: 1, max: 5000 }), (scheme, items, at, more) => {
      if (items.length === 0) return;
      const better = items.map((item, index) => (index === at % items.length ? { ...item, earned: item.earned + more } : item));
      const [before, after] = [totalOf(scheme, items), totalOf(scheme, better)];
      if (before.result !== null) expect(compare(after.result!, before.result)).toBeGreaterThanOrEqual(0);
      for (const [index, { result }] of before.categories.entries())
        if (result !== null) expect(compare(after.categories[index]!.result!, result)).toBeGreaterThanOrEqual(0);
    }),
  );
});

it('what stays in a pool of points is the best of all choices in all categories together', () => {
  const choices = (items: CountedItem[], keep: number): CountedItem[][] =>
    keep === 0 ? [[]] : items.flatMap((item, index) => choices(items.slice(index + 1), keep - 1).map((rest) => [item, ...rest]));
  const few = fc.array(fc.record({ points: fc.integer({ min: 1, max: 20 }), earned: fc.nat(24) }), { maxLength: 5 });
  fc.assert(
    fc.property(few, few, fc.nat(4), fc.nat(4), fc.nat(30), (left, right, outA, outB, onTop) => {
      const build = (drawn: typeof left, category: string) =>
        drawn.map((one, index): CountedItem => ({ ...one, id: `${category}${index}`, category, bonus: false, due: null, missing: false }));
      const [a, b] = [build(left, 'a'), build(right, 'b')];
      const bonus: CountedItem = { id: 'z', category: null, points: 1, earned: onTop, bonus: true, due: null, missing: false };
      const category = (id: string, leaveOut: number): Category => ({
        id,
        name: id,
        weight: 1,
        within: 'pooled',
        leaveOut,
        keepBest: null,
        bonus: false,
      });
      const { result } = totalOf({ ...FIRST_SCHEME, categories: [category('a', outA), category('b', outB)] }, [...a, ...b, bonus]);
      const sets = choices(a, keepCount(a.length, { leaveOut: outA, keepBest: null })).flatMap((one) =>
        choices(b, keepCount(b.length, { leaveOut: outB, keepBest: null })).map((two) => [...one, ...two]),
      );
      const ratios = sets
        .filter((set) => set.length > 0)
        .map((set) =>
          ratio(
            set.reduce((sum, one) => sum + one.earned, onTop),
            set.reduce((sum, one) => sum + one.points, 0),
          ),
        );
      const best = ratios.reduce<Ratio | null>((most, one) => (most === null || compare(one, most) > 0 ? one : most), null);
      expect(same(result, best)).toBe(true);
    }),
    { numRuns: 300 },
  );
});

it('leaving out never lowers a category', () => {
  fc.assert(
    fc.property(someItems, aCategory('a'), (items, category) => {
      const [all, left] = [categoryResult(items, { ...category, leaveOut: 0, keepBest: null }), categoryResult(items, category)];
      if (all.result !== null) expect(compare(left.result!, all.result)).toBeGreaterThanOrEqual(0);
    }),
  );
});

it('the derivation counted by hand is the total, exactly', () => {
  fc.assert(
    fc.property(aScheme, someItems, (scheme, items) => {
      const total = totalOf(scheme, items);
      const derivation = derivationOf(scheme, total);
      expect(same(countedByHand(derivation), total.result)).toBe(true);
      const told = derivation.categories.flatMap((one) => one.items).filter((item) => item.role !== 'leftOut');
      if (scheme.kind !== 'none' && total.result !== null && scheme.kind === 'points')
        expect(told.map(({ id }) => id).sort()).toEqual([...total.counted].sort());
    }),
  );
});

it('counting one changed piece again is counting everything anew', () => {
  const change = fc.record({
    points,
    earned: fc.nat(30_000),
    bonus: fc.boolean(),
    category: fc.constantFrom('a', 'b', 'c', null),
    gone: fc.boolean(),
  });
  fc.assert(
    fc.property(aScheme, someItems, fc.nat(15), change, (scheme, items, at, { gone, ...changed }) => {
      const id = `i${at}`;
      const item = gone ? null : { ...changed, id, due: null, missing: false };
      const anew = [...items.filter((one) => one.id !== id), ...(item ? [item] : [])];
      const again = recount(scheme, totalOf(scheme, items), id, item);
      const { result, categories, counted, loose } = totalOf(scheme, anew);
      expect(same(again.result, result)).toBe(true);
      expect([...again.counted].sort()).toEqual([...counted].sort());
      expect(again.loose.map((one) => one.id).sort()).toEqual(loose.map((one) => one.id).sort());
      expect(again.categories.map((one) => one.leftOut.map((out) => out.id).sort())).toEqual(
        categories.map((one) => one.leftOut.map((out) => out.id).sort()),
      );
    }),
  );
});

it('an excused piece counts as if it were not there', () => {
  const piece: CountedPiece = {
    id: 'p',
    category: 'a',
    points: 10_000,
    counts: true,
    bonus: false,
    effective: 4000,
    scoredAt: 1,
    state: 'scored',
    stillAccepted: false,
    due: 1,
  };
  expect(countedItem(piece, FIRST_SCHEME)).not.toBeNull();
  for (const kind of ['leaveOut', 'whenClosed', 'whenDue'] as const)
    expect(countedItem({ ...piece, state: 'excused' }, { ...FIRST_SCHEME, missing: { kind, percent: 0 } })).toBeNull();
});

describe('schemes that have little to count', () => {
  const scheme = (more: Partial<Category>): Scheme => ({
    ...FIRST_SCHEME,
    kind: 'weighted',
    categories: [{ id: 'a', name: 'A', weight: 50_000, within: 'pooled', leaveOut: 0, keepBest: null, bonus: false, ...more }],
  });
  const item: CountedItem = { id: 'i', category: 'a', points: 10_000, earned: 7000, bonus: false, due: null, missing: false };
  it('has no total without an item, nor with only loose ones, and says how many those are', () => {
    expect(totalOf(scheme({}), []).result).toBeNull();
    const loose = totalOf(scheme({}), [{ ...item, category: null }]);
    expect([loose.result, derivationOf(scheme({}), loose).unfiled]).toEqual([null, 1]);
  });
  it('keeps one where everything would be left out', () => expect(totalOf(scheme({ leaveOut: 9 }), [item]).result).toEqual(ratio(7, 10)));
  it('loses a category that is emptied, and with it its weight', () => {
    const two: Scheme = { ...scheme({}), categories: [...scheme({}).categories, { ...scheme({ id: 'b' }).categories[0]! }] };
    const before = totalOf(two, [item, { ...item, id: 'j', category: 'b', earned: 1000 }]);
    expect([before.result, recount(two, before, 'j', null).result]).toEqual([ratio(4, 10), ratio(7, 10)]);
  });
});
