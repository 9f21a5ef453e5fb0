import fc from 'fast-check';
import { randomGroups, readGroups } from '.';

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
    fc.property(
      fc.uniqueArray(fc.string({ minLength: 1, maxLength: 4 }), { maxLength: 40 }),
      fc.integer({ min: 1, max: 12 }),
      fc.string(),
      (ids, count, seed) => {
        const groups = randomGroups(ids, count, seed);
        expect(groups.flat().sort()).toEqual([...ids].sort());
        const sizes = groups.map((group) => group.length);
        expect(Math.max(...sizes) - Math.min(...sizes)).toBeLessThanOrEqual(1);
      },
    ),
  );
});

it('refuses half a group and none', () => {
  expect(() => randomGroups(['a'], 0, '')).toThrow('groups.count');
  expect(() => randomGroups(['a'], 1.5, '')).toThrow('groups.count');
});

const ada = { id: 'a', givenName: 'Ada', familyName: 'Reef' };
const ben = { id: 'b', givenName: 'Bén', familyName: 'Kelp' };
const twins = [
  { id: 'c', givenName: 'Cy', familyName: 'Moss' },
  { id: 'd', givenName: 'Cy', familyName: 'Moss' },
];
it.each([
  [
    'a group a line',
    'North: Ada Reef, ben kelp\nSouth: Ada Reef',
    [
      ['North', ['a', 'b']],
      ['South', ['a']],
    ],
  ],
  [
    'cells of a spreadsheet',
    'North\tReef, Ada\nSouth\tBen Kelp\nnorth\tBen Kelp',
    [
      ['North', ['a', 'b']],
      ['South', ['b']],
    ],
  ],
  ['the same name twice in a group', 'North: Ada Reef, Ada Reef', [['North', ['a']]]],
])('reads %s', (_case, text, expected) => {
  const { groups, unknown } = readGroups(text, [ada, ben]);
  expect([groups.map((group) => [group.name, group.studentIds]), unknown]).toEqual([expected, []]);
});

it('names who is not in the class, whom it cannot tell apart, and lines without a group', () => {
  expect(readGroups('North: Eve, Cy Moss\n\nnobody', [ada, ...twins])).toEqual({
    groups: [{ name: 'North', studentIds: [] }],
    unknown: [
      { line: 1, text: 'Eve', why: 'nobody' },
      { line: 1, text: 'Cy Moss', why: 'several' },
      { line: 3, text: 'nobody', why: 'nobody' },
    ],
  });
});
