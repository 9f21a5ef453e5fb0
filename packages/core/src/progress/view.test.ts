import fc from 'fast-check';
import {
  changeBetween,
  courseMoments,
  isLookedAt,
  lookingNow,
  studentView,
  termTotals,
  type Looking,
  type ProgressClass,
  type ViewPiece,
} from '.';
import { FIRST_BEARING } from '../bearing';
import { compare, ratio } from '../quantities';
import { FIRST_SCHEME } from '../totals';

const at = (text: string) => Date.parse(text);
const TERMS = [
  { name: 'Autumn', from: '2026-09-07', to: '2026-12-18' },
  { name: 'Spring', from: '2027-01-04', to: '2027-04-02' },
];
const of: ProgressClass = {
  scheme: { ...FIRST_SCHEME, decimals: 0, termWeights: { Spring: 3 } },
  settings: FIRST_BEARING,
  terms: TERMS,
  zone: 'Europe/Lisbon',
};
let count = 0;
const piece = (points: number, earned: number | null, day: string, term: number | null, more: Partial<ViewPiece> = {}): ViewPiece => {
  const due = at(`${day}T15:30:00.000Z`);
  return {
    id: `v${(count += 1)}`,
    category: null,
    points: points * 1000,
    counts: true,
    bonus: false,
    effective: earned === null ? null : earned * 1000,
    scoredAt: earned === null ? null : due + 1000,
    state: earned === null ? 'open' : 'returned',
    stillAccepted: false,
    due,
    closes: null,
    lateCost: 0,
    belongs: due,
    term,
    ...more,
  };
};
const autumn = [piece(10, 5, '2026-10-01', 0), piece(10, 9, '2026-11-03', 0)];
const spring = [piece(10, 8, '2027-01-12', 1), piece(10, null, '2027-02-01', 1)];
const all = [...autumn, ...spring];
const NOW = at('2027-01-14T10:00:00.000Z');

it('looks at the term one is in, between terms at the next, after the last at the last', () => {
  const term = (day: string) => lookingNow(of, at(`${day}T10:00:00.000Z`));
  expect([term('2026-09-07'), term('2026-12-25'), term('2027-07-01')]).toEqual([0, 1, 1].map((place) => ({ kind: 'term', term: place })));
  expect(lookingNow({ terms: [], zone: 'UTC' }, NOW)).toEqual({ kind: 'term', term: null });
});

it.each<[string, Looking, number]>([
  ['a term', { kind: 'term', term: 0 }, 2],
  ['a term that the class does not have', { kind: 'term', term: -1 }, 0],
  ['all work of a class without terms', { kind: 'term', term: null }, 4],
  ['the year', { kind: 'year' }, 4],
  ['what belongs between two moments, both included', { kind: 'dates', from: autumn[1]!.belongs, to: spring[0]!.belongs }, 2],
])('%s', (_case, looking, expected) => expect(all.filter((one) => isLookedAt(one, looking))).toHaveLength(expected));

it('has each term’s total and the year’s, by the weights of the terms that have one', () => {
  expect(termTotals(all, of)).toEqual({
    terms: [
      { name: 'Autumn', weight: 1, total: '70', band: null },
      { name: 'Spring', weight: 3, total: '80', band: null },
    ],
    // (70 + 3 × 80) / 4
    year: '78',
  });
  expect(termTotals(autumn, of).year).toBe('70');
  expect(termTotals(autumn, { ...of, terms: TERMS.slice(0, 1) }).year).toBeNull();
});

it('says how a total changed between two terms, and between two moments of one', () => {
  const term: Looking = { kind: 'term', term: 0 };
  expect(changeBetween(all, of, term, { kind: 'terms', from: 0, to: 1 })).toEqual({ from: '70', to: '80', by: '10', trend: 'up' });
  const moments = { kind: 'moments' as const, from: at('2026-10-05T10:00:00.000Z'), to: at('2026-12-01T10:00:00.000Z') };
  expect(changeBetween(all, of, term, moments)).toEqual({ from: '50', to: '70', by: '20', trend: 'up' });
  expect(changeBetween(all, of, term, { ...moments, from: at('2026-09-08T10:00:00.000Z') })).toEqual({
    from: null,
    to: '70',
    by: null,
    trend: null,
  });
});

it('has a course that ends each week on Sunday in school time, and now', () => {
  const moments = courseMoments(of, { kind: 'term', term: 1 }, NOW);
  expect(moments).toEqual([at('2027-01-10T23:59:59.999Z'), NOW]);
  expect(courseMoments(of, { kind: 'term', term: 1 }, at('2026-12-24T10:00:00.000Z'))).toHaveLength(1);
  expect(courseMoments({ ...of, terms: [] }, { kind: 'term', term: null }, NOW)).toEqual([NOW]);
  const view = studentView({ pieces: all, of, looking: { kind: 'term', term: 1 }, now: NOW });
  expect(view.course.map((one) => one.total)).toEqual([null, '80']);
});

it('over the year has at least ≤ at the present pace ≤ at most too', () => {
  const one = fc.record({
    points: fc.integer({ min: 1, max: 20 }),
    share: fc.integer({ min: 0, max: 110 }),
    open: fc.boolean(),
    term: fc.nat(1),
  });
  fc.assert(
    fc.property(fc.array(one, { maxLength: 8 }), (given) => {
      const pieces = given.map(({ points, share, open, term }) => ({
        ...piece(points, null, '2026-10-01', term),
        effective: open ? null : points * share * 10,
        state: open ? ('open' as const) : ('returned' as const),
      }));
      const { atLeast, atPace, atMost } = studentView({
        pieces,
        of: { ...of, scheme: { ...of.scheme, decimals: 2 } },
        looking: { kind: 'year' },
        now: NOW,
      }).forecast;
      if (atPace === null) return;
      const number = (text: string | null) => ratio(Math.round(Number(text) * 100));
      expect(compare(number(atLeast), number(atPace))).toBeLessThanOrEqual(0);
      expect(compare(number(atPace), number(atMost))).toBeLessThanOrEqual(0);
    }),
  );
});
