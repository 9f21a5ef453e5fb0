import fc from 'fast-check';
import {
  bareState,
  classOf,
  EVERYONE,
  handInRefusal,
  isTheirs,
  PIECE_STATES,
  stateAt,
  stateForStudent,
  summarise,
  takeBackRefusal,
  type PieceFact,
  type PieceState,
  type StateInput,
} from '.';

const due = Date.parse('2026-11-25T15:30:00.000Z');
const hour = 3_600_000;
const [opens, closes] = [due - 48 * hour, due + 48 * hour];
type Told = Partial<Omit<StateInput, 'summary'>> & { facts?: PieceFact[] };
const inputOf = ({ facts = [], ...more }: Told): StateInput => ({
  inAudience: true,
  excused: false,
  how: 'handIn',
  window: { opens, due, closes },
  graceMinutes: 10,
  now: due - hour,
  summary: summarise(facts),
  ...more,
});
const stateOf = (told: Told) => stateAt(inputOf(told));
const f = (kind: Exclude<PieceFact['kind'], 'sentBack'>, at: number): PieceFact => ({ kind, at });
const sentBack = (at: number, newDue?: number): PieceFact => ({ kind: 'sentBack', at, ...(newDue === undefined ? {} : { newDue }) });
const inTime = f('handedIn', due - 3 * hour);
const after = due + 4 * hour;

describe('stateAt is', () => {
  it.each<[string, Told, PieceState | null]>([
    ['nothing for who is not in the audience', { inAudience: false, facts: [inTime] }, null],
    ['excused before anything else', { excused: true, facts: [inTime, f('returned', due)] }, 'excused'],
    ['not open yet before it opens', { now: opens - 1 }, 'notOpen'],
    ['open at the moment it opens', { now: opens }, 'open'],
    ['started once begun', { facts: [f('opened', due - 2 * hour)] }, 'started'],
    ['open at the moment it is due', { now: due }, 'open'],
    ['missing a millisecond later', { now: due + 1 }, 'missing'],
    ['missing though begun', { now: after, facts: [f('saved', due - hour)] }, 'missing'],
    ['handed in', { facts: [inTime] }, 'in'],
    ['handed in within the grace', { now: after, facts: [f('handedIn', due + 10 * 60_000)] }, 'in'],
    ['handed in late just past the grace', { now: after, facts: [f('handedIn', due + 10 * 60_000 + 1)] }, 'inLate'],
    ['started again after taking back', { facts: [inTime, f('takenBack', due - 2 * hour)] }, 'started'],
    ['missing after taking back past due', { now: after, facts: [inTime, f('takenBack', due + hour)] }, 'missing'],
    ['scored while held', { now: after, facts: [inTime, f('scored', due + hour)] }, 'scored'],
    ['in again when handed in after the score', { now: after, facts: [f('scored', due - hour * 4), inTime] }, 'in'],
    ['returned', { now: after, facts: [inTime, f('scored', due), f('returned', due + 1)] }, 'returned'],
    [
      'returned also while a correction is held',
      { now: after, facts: [inTime, f('scored', due), f('returned', due + 1), f('scored', due + 2)] },
      'returned',
    ],
    ['sent back after a return', { now: after, facts: [inTime, f('returned', due), sentBack(due + 1)] }, 'sentBack'],
    ['in after handing in again', { now: after, facts: [inTime, sentBack(due), f('handedIn', due + hour)] }, 'in'],
    ['scored without any hand-in', { now: after, facts: [f('scored', due + 1)] }, 'scored'],
    ['open in class before its date', { how: 'inClass', facts: [f('opened', due - 2 * hour)] }, 'open'],
    ['in class past its date', { how: 'inClass', now: due + 1 }, 'inClass'],
    ['not open for in-class work that opens later', { how: 'inClass', now: opens - 1 }, 'notOpen'],
    ['open without a due date', { window: { opens: null, due: null, closes: null }, now: after }, 'open'],
  ])('%s', (_case, told, state) => expect(stateOf(told).state).toBe(state));

  it('accepted while missing until it closes, at the last millisecond too', () => {
    expect(stateOf({ now: closes })).toMatchObject({ state: 'missing', stillAccepted: true });
    expect(stateOf({ now: closes + 1 })).toMatchObject({ state: 'missing', stillAccepted: false });
  });

  it('overdue when sent back with a new date that is past', () => {
    const facts = [inTime, sentBack(due, due + hour)];
    expect(stateOf({ facts, now: due + hour })).toMatchObject({ state: 'sentBack', overdue: false });
    expect(stateOf({ facts, now: due + hour + 1 })).toMatchObject({ state: 'sentBack', overdue: true });
  });
});

it('says nothing of acceptance or of a new date where there is none', () => {
  const plain = { lateBy: 0, stillAccepted: false, overdue: false };
  expect(stateOf({})).toEqual({ state: 'open', ...plain });
  expect(stateOf({ facts: [inTime, sentBack(due)], now: after })).toEqual({ state: 'sentBack', ...plain });
  expect(stateOf({ window: { opens: null, due, closes: null }, now: after })).toEqual({ ...plain, state: 'missing', stillAccepted: true });
});

it('in class is missing past its date once the teacher has said that nothing came of it', () => {
  const told = { how: 'inClass' as const, saidMissing: true };
  expect([stateOf({ ...told, now: due }).state, stateOf({ ...told, now: due + 1 }).state]).toEqual(['open', 'missing']);
});

it('is open from the beginning where no opening is set', () =>
  expect(stateOf({ window: { opens: null, due, closes: null }, now: -hour }).state).toBe('open'));

it('without its score and its excuse is what it was by the hand-in alone', () => {
  const facts = [f('handedIn', due + hour), f('scored', due + 2 * hour), f('returned', due + 3 * hour)];
  expect(bareState(inputOf({ facts, now: after, excused: true }))).toEqual({ ...stateOf({ facts: facts.slice(0, 1), now: after }) });
  expect(bareState(inputOf({ excused: true })).state).toBe('open');
});

it('is always one of the states there are, and each of them can be come to', () => {
  const kinds = fc.constantFrom<Exclude<PieceFact['kind'], 'sentBack'>>('opened', 'saved', 'handedIn', 'takenBack', 'scored', 'returned');
  const found = new Set<PieceState>();
  const told = fc.record({
    facts: fc.array(
      fc.oneof(
        kinds.map((kind) => f(kind, 0)),
        fc.constant(sentBack(0)),
      ),
      { maxLength: 3 },
    ),
    now: fc.constantFrom(opens - 1, due, after + hour),
    how: fc.constantFrom('handIn' as const, 'inClass' as const),
    excused: fc.boolean(),
  });
  fc.assert(
    fc.property(told, ({ facts, ...more }) => {
      const { state } = stateOf({ facts: facts.map((one, at) => ({ ...one, at: more.now - (9 - at) * 1000 })), ...more });
      expect(PIECE_STATES).toContain(state);
      found.add(state!);
    }),
    { numRuns: 2000 },
  );
  expect([...found].sort()).toEqual([...PIECE_STATES].sort());
});

describe('lateness of the hand-in that stands', () => {
  it.each<[string, PieceFact[], number]>([
    ['is the time past due', [f('handedIn', due + 21 * hour)], 21 * hour],
    ['counts by its own time after a take-back', [inTime, f('takenBack', due), f('handedIn', due + hour)], hour],
    ['is kept after a send-back', [f('handedIn', due + 2 * hour), sentBack(due + 3 * hour), f('handedIn', due + 30 * hour)], 2 * hour],
    ['stays none after a send-back of a timely one', [inTime, sentBack(due), f('handedIn', due + 30 * hour)], 0],
    ['is that past a missed new date, if greater', [inTime, sentBack(due, due + 10 * hour), f('handedIn', due + 15 * hour)], 5 * hour],
    [
      'is the earlier one, if that is greater',
      [f('handedIn', due + 9 * hour), sentBack(due, due + 10 * hour), f('handedIn', due + 15 * hour)],
      9 * hour,
    ],
    ['is 0 when nothing stands', [f('handedIn', due + hour), f('takenBack', due + 2 * hour)], 0],
  ])('%s', (_case, facts, ms) => expect(stateOf({ facts, now: due + 47 * hour }).lateBy).toBe(ms));
});

it('a later due date never makes a piece later, and never makes an accepted one missing', () => {
  const steps = fc.array(fc.constantFrom<PieceFact['kind']>('saved', 'handedIn', 'takenBack', 'scored', 'returned', 'sentBack'), {
    maxLength: 6,
  });
  fc.assert(
    fc.property(steps, fc.integer({ min: 1, max: 90 }), fc.integer({ min: 0, max: 100 }), (kinds, gap, more) => {
      const facts = kinds.map((kind, i): PieceFact => ({ kind, at: opens + (i + 1) * gap * hour }));
      const now = opens + 8 * gap * hour;
      const strict = stateOf({ facts, now, window: { opens, due, closes: null } });
      const kind = stateOf({ facts, now, window: { opens, due: due + more * hour, closes: null } });
      expect(kind.lateBy).toBeLessThanOrEqual(strict.lateBy);
      if (strict.state !== 'missing' && strict.state !== 'inLate') expect(kind.state).toBe(strict.state);
    }),
  );
});

describe('who it concerns and what they may do', () => {
  const audience = (more: Partial<Parameters<typeof isTheirs>[0]>) =>
    isTheirs({
      zone: 'Europe/Lisbon',
      due,
      issuedAt: opens,
      joined: '2026-09-01',
      left: null,
      audience: EVERYONE,
      studentId: 'bao',
      groupIds: [],
      hasWorkOrScore: false,
      ...more,
    });

  it.each<[string, Parameters<typeof audience>[0], boolean]>([
    ['theirs on the day they joined', { joined: '2026-11-25' }, true],
    ['not theirs when due the day before they joined', { joined: '2026-11-26' }, false],
    ['theirs on the day they left', { left: '2026-11-25' }, true],
    ['not theirs when due after they left', { left: '2026-11-24' }, false],
    ['theirs all the same when work exists', { left: '2026-11-24', hasWorkOrScore: true }, true],
    ['theirs without a date, for who joins later', { due: null, joined: '2026-12-01' }, true],
    ['not theirs without a date when issued after they left', { due: null, left: '2026-11-01' }, false],
    ['not theirs when others were chosen', { audience: { kind: 'chosen', studentIds: ['hana'], groupIds: [] } }, false],
    ['theirs when they were chosen', { audience: { kind: 'chosen', studentIds: ['bao'], groupIds: [] } }, true],
    [
      'theirs when one of their groups was chosen',
      { audience: { kind: 'chosen', studentIds: [], groupIds: ['g1'] }, groupIds: ['g0', 'g1'] },
      true,
    ],
    [
      'theirs when they are no longer chosen but worked on it',
      { audience: { kind: 'chosen', studentIds: [], groupIds: [] }, hasWorkOrScore: true },
      true,
    ],
    [
      'theirs though it was due before they joined, given to everybody here that day',
      { audience: { kind: 'everyone', laterJoiners: true, hereOn: '2026-11-26' }, joined: '2026-11-26' },
      true,
    ],
    [
      'not theirs when they joined after that day',
      { audience: { kind: 'everyone', laterJoiners: true, hereOn: '2026-11-26' }, joined: '2026-11-27' },
      false,
    ],
    [
      'theirs though it was due before they joined, chosen by name',
      { audience: { kind: 'chosen', studentIds: ['bao'], groupIds: [] }, joined: '2026-11-26' },
      true,
    ],
    [
      'not theirs when they joined after issue and later joiners are left out',
      { audience: { kind: 'everyone', laterJoiners: false }, joined: '2026-11-25' },
      false,
    ],
    ['theirs when they joined on the day of issue', { audience: { kind: 'everyone', laterJoiners: false }, joined: '2026-11-02' }, true],
  ])('%s', (_case, more, theirs) => expect(audience(more)).toBe(theirs));

  it.each<[string, Parameters<typeof classOf>[0], string | null]>([
    [
      'the class they have been in longest',
      [
        { classId: 'b', joined: '2026-09-02', left: null },
        { classId: 'a', joined: '2026-09-07', left: null },
      ],
      'b',
    ],
    [
      'the one they have not left',
      [
        { classId: 'b', joined: '2026-09-02', left: '2026-10-01' },
        { classId: 'a', joined: '2026-09-07', left: null },
      ],
      'a',
    ],
    [
      'one of two joined on a day, always the same',
      [
        { classId: 'b', joined: '2026-09-02', left: null },
        { classId: 'a', joined: '2026-09-02', left: null },
      ],
      'a',
    ],
    ['none without a class', [], null],
  ])('in two classes that have it they get it in %s', (_case, memberships, classId) => expect(classOf(memberships)).toBe(classId));

  const ask = ({ lastScoredAt = null, ...told }: Told & { lastScoredAt?: number | null }) => {
    const situation = {
      how: told.how ?? ('handIn' as const),
      window: { opens, due, closes },
      handedInAt: summarise(told.facts ?? []).handedInAt,
      now: told.now ?? due - hour,
    };
    return {
      handIn: handInRefusal({ ...situation, piece: stateForStudent(inputOf(told)) }),
      takeBack: takeBackRefusal({ ...situation, piece: stateForStudent(inputOf(told)), lastScoredAt }),
    };
  };
  it.each<[string, Parameters<typeof ask>[0], ReturnType<typeof ask>]>([
    ['hand in until it closes', { now: closes }, { handIn: null, takeBack: 'nothingIn' }],
    ['neither a millisecond after closing', { now: closes + 1, facts: [inTime] }, { handIn: 'alreadyIn', takeBack: 'closed' }],
    ['not hand in a closed missing piece', { now: closes + 1 }, { handIn: 'closed', takeBack: 'nothingIn' }],
    [
      'hand in a sent-back piece past closing',
      { now: closes + 1, facts: [inTime, sentBack(due)] },
      { handIn: null, takeBack: 'nothingIn' },
    ],
    ['take back until marking goes on', { facts: [inTime] }, { handIn: 'alreadyIn', takeBack: null }],
    [
      'not take back once somebody’s piece was scored since, whether it is one’s own or not',
      { facts: [inTime], lastScoredAt: inTime.at },
      { handIn: 'alreadyIn', takeBack: 'marking' },
    ],
    [
      'take back what was handed in after the others’ were scored',
      { facts: [inTime], lastScoredAt: inTime.at - 1 },
      { handIn: 'alreadyIn', takeBack: null },
    ],
    ['nothing when excused', { excused: true }, { handIn: 'excused', takeBack: 'excused' }],
    ['nothing in class', { how: 'inClass' }, { handIn: 'inClass', takeBack: 'nothingIn' }],
    ['not before it opens', { now: opens - 1 }, { handIn: 'notOpen', takeBack: 'nothingIn' }],
  ])('may %s', (_case, told, answer) => expect(ask(told)).toEqual(answer));

  it('a held score never shows to the student', () => {
    const seen = (told: Told) => stateForStudent(inputOf(told)).state;
    expect(seen({ now: after, facts: [f('handedIn', due + hour), f('scored', after)] })).toBe('inLate');
    expect(seen({ facts: [f('scored', due - 2 * hour)] })).toBe('open');
    expect(seen({ now: after, facts: [f('opened', due - hour), f('scored', after)] })).toBe('missing');
    expect(seen({ now: after, facts: [inTime, f('scored', due), f('returned', after)] })).toBe('returned');
  });
});
