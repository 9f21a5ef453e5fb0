import fc from 'fast-check';
import { middleOf, orderPile, paceOf, type PileOrder } from '.';

const MINUTE = 60_000;
const one = (familyName: string, handedInAt: number | null, groups: string[] = []) => ({
  student: { id: familyName.toLowerCase(), givenName: 'A', familyName },
  groups,
  handedInAt,
});
const pile = [one('Weil', 3, ['B']), one('Adair', null), one('Moss', 1, ['A']), one('Ödman', 2, ['A'])];

it.each<[PileOrder, string]>([
  ['name', 'Adair Moss Ödman Weil'],
  ['timeIn', 'Moss Ödman Weil Adair'],
  ['group', 'Moss Ödman Weil Adair'],
])('by %s', (order, expected) =>
  expect(
    orderPile(pile, order, 's')
      .map((each) => each.student.familyName)
      .join(' '),
  ).toBe(expected),
);

it('at random is the same for the same seed, whatever order it had, and leaves nobody out', () => {
  fc.assert(
    fc.property(fc.shuffledSubarray(pile, { minLength: 4 }), fc.string(), (mixed, seed) => {
      expect(orderPile(mixed, 'random', seed)).toEqual(orderPile(pile, 'random', seed));
      expect(orderPile(mixed, 'name', seed)).toEqual(orderPile(pile, 'name', seed));
    }),
  );
  const orders = new Set(['a', 'b', 'c', 'd', 'e'].map((seed) => JSON.stringify(orderPile(pile, 'random', seed))));
  expect(orders.size).toBeGreaterThan(1);
});

it.each([
  ['the middle of the times between', [0, 2, 4, 7], 2 * MINUTE],
  ['a night in between is no piece', [0, 2, 4, 600, 603, 606], 3 * MINUTE - 30_000],
  ['too few to say', [0, 2, 4], null],
  ['a group scored at once is one', [0, 0, 0, 0, 2], null],
])('pace: %s', (_case, minutes, pace) => expect(paceOf(minutes.map((at) => at * MINUTE))).toBe(pace));

it.each([
  [[], null],
  [[3], 3],
  [[4, 1, 9], 4],
  [[1, 2], 2],
])('the middle of %j is %s', (values, middle) => expect(middleOf(values)).toBe(middle));
