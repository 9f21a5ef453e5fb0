import fc from 'fast-check';
import { NOTHING_YET } from './piece-facts';
import { nextChangeAt } from './next-change';
import { stateAt, stateForStudent, type StateInput } from './piece-state';

const aPiece = (more: Partial<StateInput> = {}): StateInput => ({
  inAudience: true,
  excused: false,
  how: 'handIn',
  window: { opens: null, due: null, closes: null },
  graceMinutes: 0,
  summary: NOTHING_YET,
  now: 100,
  ...more,
});

describe('nextChangeAt', () => {
  it.each([
    ['never without dates', {}, Infinity],
    ['when it opens', { window: { opens: 200, due: 300, closes: null } }, 200],
    ['the millisecond after it is due', { window: { opens: 50, due: 300, closes: 400 } }, 301],
    ['at once after a due date of this very moment', { window: { opens: null, due: 100, closes: null } }, 101],
    ['the millisecond after it closes', { window: { opens: null, due: 99, closes: 400 } }, 401],
    ['when the new date of what was sent back has passed', { summary: { ...NOTHING_YET, sentBackAt: 90, roundDue: 150 } }, 151],
    ['never once all is past', { window: { opens: 10, due: 20, closes: 30 } }, Infinity],
  ])('is %s', (_case, given, expected) => {
    expect(nextChangeAt(aPiece(given))).toBe(expected);
  });

  const moment = fc.option(fc.integer({ min: 0, max: 40 }), { nil: null });
  it('names a moment before which no state changes', () => {
    fc.assert(
      fc.property(
        fc.record({ opens: moment, due: moment, closes: moment }),
        fc.record({ begunAt: moment, handedInAt: moment, sentBackAt: moment, roundDue: moment, scoredAt: moment, returnedAt: moment }),
        fc.constantFrom<StateInput['how'][]>('handIn', 'inClass', 'quiz'),
        fc.integer({ min: 0, max: 40 }),
        fc.integer({ min: 0, max: 40 }),
        (window, dates, how, now, later) => {
          const piece = aPiece({ window, how, now, summary: { ...NOTHING_YET, ...dates } });
          fc.pre(later >= now && later < nextChangeAt(piece));
          expect(stateAt({ ...piece, now: later })).toEqual(stateAt(piece));
          expect(stateForStudent({ ...piece, now: later })).toEqual(stateForStudent(piece));
        },
      ),
      { numRuns: 500 },
    );
  });
});
