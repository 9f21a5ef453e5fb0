import fc from 'fast-check';
import { randomGroups } from '.';

it('deals the same groups for the same seed, whatever the order of the list', () => {
  const ids = ['a', 'b', 'c', 'd', 'e', 'f', 'g'];
  expect(randomGroups(ids, 3, 'K7M3')).toEqual(randomGroups([...ids].reverse(), 3, 'K7M3'));
  // Fixed for good: a teacher may say a seed again next year.
  expect(randomGroups(ids, 3, 'K7M3')).toMatchInlineSnapshot(`
   [
     [
       "g",
       "b",
       "e",
     ],
     [
       "a",
       "c",
     ],
     [
       "d",
       "f",
     ],
   ]
  `);
  expect(randomGroups(ids, 3, 'K7M4')).not.toEqual(randomGroups(ids, 3, 'K7M3'));
});

it('puts everybody into exactly one group, and no group is more than one larger than another', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.string({ minLength: 1, maxLength: 4 }), { maxLength: 40 }), fc.integer({ min: 1, max: 12 }), fc.string(), (ids, count, seed) => {
      const groups = randomGroups(ids, count, seed);
      expect(groups.flat().sort()).toEqual([...ids].sort());
      const sizes = groups.map((group) => group.length);
      expect(Math.max(...sizes) - Math.min(...sizes)).toBeLessThanOrEqual(1);
    }),
  );
});

it('refuses half a group and none', () => {
  expect(() => randomGroups(['a'], 0, '')).toThrow('groups.count');
  expect(() => randomGroups(['a'], 1.5, '')).toThrow('groups.count');
});
