import fc from 'fast-check';
import { allocateReviews, redistributeReviews, type Pair, type Peer } from '.';

const peers = (count: number, groupOf: (index: number) => string | null = () => null): Peer[] =>
  Array.from({ length: count }, (_, index) => ({
    id: `p${String(index).padStart(2, '0')}`,
    groupIds: groupOf(index) === null ? [] : [groupOf(index)!],
  }));
const counts = (pairs: readonly Pair[], side: keyof Pair, id: string) => pairs.filter((pair) => pair[side] === id).length;
const lawful = (all: readonly Peer[], pairs: readonly Pair[]) => {
  const groups = new Map(all.map((one) => [one.id, one.groupIds]));
  expect(new Set(pairs.map((one) => `${one.reviewerId} ${one.authorId}`)).size).toBe(pairs.length);
  for (const { reviewerId, authorId } of pairs) {
    expect(reviewerId).not.toBe(authorId);
    expect(groups.get(reviewerId)!.some((group) => groups.get(authorId)!.includes(group))).toBe(false);
  }
};

it('everybody gives and gets n, nobody their own', () => {
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 30 }), fc.integer({ min: 1, max: 4 }), fc.string(), (count, n, seed) => {
      fc.pre(count > n);
      const all = peers(count);
      const pairs = allocateReviews(all, n, seed);
      lawful(all, pairs);
      for (const { id } of all) expect([counts(pairs, 'reviewerId', id), counts(pairs, 'authorId', id)]).toEqual([n, n]);
    }),
    { numRuns: 60 },
  );
});

it('works around groups as long as that can be done at all', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 2, max: 6 }),
      fc.integer({ min: 1, max: 4 }),
      fc.integer({ min: 1, max: 3 }),
      fc.string(),
      (groups, size, n, seed) => {
        fc.pre((groups - 1) * size >= n);
        const all = peers(groups * size, (index) => `g${index % groups}`);
        const pairs = allocateReviews(all, n, seed);
        lawful(all, pairs);
        expect(pairs).toHaveLength(groups * size * n);
      },
    ),
    { numRuns: 60 },
  );
});

it('follows from the seed, in whatever order people are named', () => {
  const all = peers(12);
  expect(allocateReviews([...all].reverse(), 2, 'sand')).toEqual(allocateReviews(all, 2, 'sand'));
  expect(allocateReviews(all, 2, 'reed')).not.toEqual(allocateReviews(all, 2, 'sand'));
});

it('deals as many as there can be where one group is most of the class, and none to one alone', () => {
  const all = peers(5, (index) => (index < 4 ? 'big' : 'small'));
  const pairs = allocateReviews(all, 1, 's');
  lawful(all, pairs);
  expect(pairs).toHaveLength(2);
  expect(allocateReviews(peers(1), 2, 's')).toEqual([]);
});

it('what is late is shared among those who are done, evenly, and to nobody twice', () => {
  const all = peers(8);
  const pairs = allocateReviews(all, 2, 'sand');
  const late = ['p00', 'p01'];
  const kept = pairs.filter((pair) => !late.includes(pair.reviewerId));
  const loose = pairs.filter((pair) => late.includes(pair.reviewerId)).map((pair) => pair.authorId);
  const willing = all.filter((one) => !late.includes(one.id));
  const anew = redistributeReviews(willing, all, kept, loose, 'sand');
  lawful(all, [...kept, ...anew]);
  expect(anew.map((pair) => pair.authorId).sort()).toEqual([...loose].sort());
  for (const { id } of willing) expect(counts([...kept, ...anew], 'reviewerId', id)).toBeLessThanOrEqual(3);
  expect(redistributeReviews([], all, kept, loose, 'sand')).toEqual([]);
});
