import fc from 'fast-check';
import { afterFact, NOTHING_YET, summarise, type PieceFact } from '.';

const f = (kind: Exclude<PieceFact['kind'], 'sentBack'>, at: number): PieceFact => ({ kind, at });

it('begins with nothing, and with the first change it is begun for good', () => {
  expect(summarise([])).toEqual(NOTHING_YET);
  expect(summarise([f('opened', 1), f('saved', 2), f('handedIn', 3), f('takenBack', 4)])).toMatchObject({
    begunAt: 1,
    handedInAt: null,
    handIns: 1,
  });
});

it.each<[string, PieceFact[], object]>([
  [
    'a hand-in clears what was said about the one before',
    [f('handedIn', 1), f('scored', 2), f('returned', 3), f('handedIn', 4)],
    { handedInAt: 4, scoredAt: null, returnedAt: null, lastReturnAt: 3, handIns: 2 },
  ],
  ['a score goes with the hand-in that is taken back', [f('handedIn', 1), f('scored', 2), f('takenBack', 3)], { scoredAt: null }],
  ['a score recorded while nothing was in stays', [f('scored', 1)], { scoredAt: 1, begunAt: null }],
  [
    'a send-back keeps the hand-in it sent back, and sets the round’s date',
    [f('handedIn', 1), { kind: 'sentBack', at: 2, newDue: 9 }],
    { handedInAt: null, roundDue: 9, sentBackAt: 2, carriedLateFrom: [{ due: null, handedInAt: 1 }] },
  ],
  [
    'a second send-back keeps both',
    [f('handedIn', 1), { kind: 'sentBack', at: 2, newDue: 9 }, f('handedIn', 3), { kind: 'sentBack', at: 4 }],
    {
      roundDue: null,
      roundsSentBack: 2,
      carriedLateFrom: [
        { due: null, handedInAt: 1 },
        { due: 9, handedInAt: 3 },
      ],
    },
  ],
  ['a score that is taken out again is none', [f('handedIn', 1), f('scored', 2), f('unscored', 3)], { handedInAt: 1, scoredAt: null }],
  ['reading is noted once per return', [f('returned', 1), f('read', 2), f('read', 3)], { readAt: 2 }],
  ['a new return has not been read', [f('returned', 1), f('read', 2), f('returned', 3)], { readAt: null, lastReturnAt: 3 }],
])('%s', (_case, facts, expected) => expect(summarise(facts)).toMatchObject(expected));

it('is the same folded one by one as at once, and survives being stored as JSON in between', () => {
  const kinds = fc.array(
    fc.constantFrom<PieceFact['kind']>(
      'opened',
      'saved',
      'handedIn',
      'takenBack',
      'sentBack',
      'scored',
      'unscored',
      'rescaled',
      'returned',
      'read',
    ),
    {
      maxLength: 12,
    },
  );
  fc.assert(
    fc.property(kinds, (all) => {
      const facts = all.map((kind, at): PieceFact => ({ kind, at }));
      const stepwise = facts.reduce((summary, fact) => JSON.parse(JSON.stringify(afterFact(summary, fact))), NOTHING_YET);
      expect(stepwise).toEqual(summarise(facts));
    }),
  );
});
