import {
  nextChangeAt,
  NOTHING_YET,
  runningTryEnd,
  settledSummary,
  stateAt,
  summarise,
  tryRefusal,
  type PieceFact,
  type StateInput,
} from '.';

const MINUTE = 60_000;
const limits = { minutes: 20, closes: 60 * MINUTE };
const begun: PieceFact[] = [{ kind: 'tryBegun', at: 10 * MINUTE }];
const input = (now: number, facts = begun): StateInput => {
  const summary = summarise(facts);
  return {
    inAudience: true,
    excused: false,
    how: 'quiz',
    window: { opens: null, due: 50 * MINUTE, closes: limits.closes },
    graceMinutes: 0,
    summary: settledSummary(summary, limits, now),
    tryEndsAt: runningTryEnd(summary, limits),
    now,
  };
};

it.each<[number, string, number]>([
  [30 * MINUTE - 1, 'started', 30 * MINUTE],
  [30 * MINUTE, 'in', 50 * MINUTE + 1],
])('at %d ms the piece of who began at ten with twenty minutes is %s, and changes next at %d', (now, state, next) => {
  expect(stateAt(input(now)).state).toBe(state);
  expect(nextChangeAt(input(now))).toBe(next);
});

it('hands in at the end, late if that is after the due date', () =>
  expect(stateAt({ ...input(59 * MINUTE, [{ kind: 'tryBegun', at: 35 * MINUTE }]) })).toMatchObject({
    state: 'inLate',
    lateBy: 5 * MINUTE,
  }));

it('ends no try that was handed in, nor one without a limit', () => {
  const handedIn = summarise([...begun, { kind: 'handedIn', at: 12 * MINUTE }]);
  expect(settledSummary(handedIn, limits, 99 * MINUTE)).toBe(handedIn);
  const running = summarise(begun);
  expect(settledSummary(running, { minutes: null, closes: null }, 99 * MINUTE)).toBe(running);
  expect(runningTryEnd(NOTHING_YET, limits)).toBeNull();
});

it('lets what was sent back be done again past its closing time', () => {
  const again = summarise([
    ...begun,
    { kind: 'handedIn', at: 12 * MINUTE },
    { kind: 'sentBack', at: 70 * MINUTE },
    { kind: 'tryBegun', at: 80 * MINUTE },
  ]);
  expect(runningTryEnd(again, limits)).toBe(100 * MINUTE);
});

it.each<[string, number, number, number | null, number, string | null]>([
  ['at its closing time', 60 * MINUTE, 0, 1, 0, null],
  ['after it', 60 * MINUTE + 1, 0, 1, 0, 'closed'],
  ['when all tries are used', 20 * MINUTE, 2, 2, 0, 'noTriesLeft'],
  ['when it was sent back, past closing', 99 * MINUTE, 1, 1, 1, null],
  ['as often as wanted', 20 * MINUTE, 9, null, 0, null],
])('of beginning %s', (_case, now, tries, allowed, sentBack, refusal) => {
  const facts: PieceFact[] =
    sentBack > 0
      ? [
          { kind: 'handedIn', at: MINUTE },
          { kind: 'sentBack', at: 2 * MINUTE },
        ]
      : [];
  const of = { ...input(now, facts), tryEndsAt: null };
  expect(tryRefusal({ piece: stateAt(of), summary: of.summary, closes: limits.closes, tries, allowed, now })).toBe(refusal);
});
