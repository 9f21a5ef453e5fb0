import {
  askedQuestion,
  countsAt,
  drawnQuestions,
  quizMax,
  quizScore,
  scaledScore,
  standingAnswers,
  tryEnd,
  tryMinutes,
  type GivenAnswer,
  type Question,
} from '.';
import { choice, entry, gap, question, words } from './testing-questions';

it.each<[number | null, number[], number | null]>([
  [20, [], 20],
  [20, [125_000], 25],
  [20, [125_000, 150_000], 30],
  [7, [110_000], 8],
  [20, [90_000], 20],
  [null, [150_000], null],
])('gives for a limit of %s and factors %j %s minutes', (limit, factors, minutes) => expect(tryMinutes(limit, factors)).toBe(minutes));

it.each<[number | null, number | null, number | null]>([
  [25, null, 1_500_000],
  [25, 1_000_000, 1_000_000],
  [null, 1_000_000, 1_000_000],
  [null, null, null],
])('ends with %s minutes and closing at %s at %s', (minutes, closes, end) => expect(tryEnd({ startedAt: 0, minutes, closes })).toBe(end));

it.each([
  [1_030_000, true],
  [1_030_001, false],
])('counts what came at %d for an end at 1 000 000: %s', (at, counts) => expect(countsAt(at, 1_000_000)).toBe(counts));

describe('answers of two devices', () => {
  const given = (id: string, insteadOf: string | null, questionId = 'q1'): GivenAnswer => ({ id, questionId, answer: id, insteadOf });
  const outcome = (...all: GivenAnswer[]) => {
    const { stands, beside } = standingAnswers(all);
    return [stands.get('q1')?.id, (beside.get('q1') ?? []).map((one) => one.id)];
  };
  it.each<[string, GivenAnswer[], [string, string[]]]>([
    ['one after the other', [given('a', null), given('b', 'a')], ['b', []]],
    ['one that did not know of the other', [given('a', null), given('b', null)], ['a', ['b']]],
    ['the further ones of that device', [given('a', null), given('b', null), given('c', 'b')], ['a', ['c']]],
    ['the choice between them', [given('a', null), given('b', null), given('c', 'a')], ['c', []]],
    ['another question', [given('a', null), given('b', null, 'q2')], ['a', []]],
  ])('%s', (_case, all, expected) => expect(outcome(...all)).toEqual(expected));
});

const order = question({ kind: 'order', items: ['i1', 'i2', 'i3'].map((id) => entry(id)), mode: 'pairs' }, { id: 'q1', points: 3000 });
const match = question(
  {
    kind: 'match',
    left: [entry('l1'), entry('l2')],
    right: [entry('r1'), entry('r2'), entry('r3')],
    pairs: [
      ['l1', 'r1'],
      ['l2', 'r2'],
    ],
    mode: 'each',
  },
  { id: 'q2' },
);
const one = question(
  { kind: 'one', options: [choice('a'), choice('b'), { ...choice('c'), staysLast: true }], key: ['b'] },
  { id: 'q3', explanation: 'Because' },
);
const every: Question[] = [order, match, one, question({ kind: 'gaps', gaps: [gap(['load'])] }, { id: 'q4', text: words('The ___') })];

it('asks without a word of the key', () => {
  const asked = every.map((each) => askedQuestion(each, { seed: 's', ownOptions: true }));
  expect(JSON.stringify(asked)).not.toMatch(/"key"|load|Because|pairs|accepted|explanation|"mode"/);
  expect(asked[0]!.entries.map((each) => each.id)).not.toEqual(['i1', 'i2', 'i3']);
  expect(asked[2]!.entries.at(-1)!.id).toBe('c');
  expect(asked[3]!.gaps).toBe(1);
});

it('keeps sets where they stand and orders the rest', () => {
  const questions = [
    { id: 'a', setId: null },
    { id: 's1', setId: 's' },
    { id: 's2', setId: 's' },
    { id: 'b', setId: null },
    { id: 'c', setId: null },
  ];
  const draw = (ownOrder: boolean, seed = 'quiz:student:1') =>
    drawnQuestions({ seed, questions, sets: [{ id: 's', name: 'landforms', take: 1 }], ownOrder });
  expect(draw(false).filter((id) => !id.startsWith('s'))).toEqual(['a', 'b', 'c']);
  const orders = Array.from({ length: 30 }, (_, index) => draw(true, `quiz:${index}:1`));
  expect(orders.every((ids) => ids.length === 4 && ids[1]!.startsWith('s'))).toBe(true);
  expect(new Set(orders.map((ids) => ids.join())).size).toBeGreaterThan(4);
});

it('adds up what was got, and scales it to what the assignment is out of', () => {
  const questions = [
    { id: 'q1', points: 3000, key: { kind: 'one' as const, options: ['a', 'b'], key: ['a'] } },
    { id: 'q2', points: 6000, key: { kind: 'own' as const } },
  ];
  const answers = { q1: 'a', q2: 'Because' };
  expect(quizScore({ questions, answers })).toMatchObject({ score: null, max: 9000, waiting: ['q2'] });
  const scored = quizScore({ questions, answers, scores: { q2: 4500 } });
  expect(scored).toMatchObject({ score: 7500, max: 9000, waiting: [] });
  expect(scaledScore(scored, 10_000)).toBe(8333);
  expect(scaledScore({ score: 0, max: 0 }, 10_000)).toBeNull();
  expect(quizScore({ questions, answers, corrections: { alsoRight: {}, leftOut: { q1: 'everyone', q2: 'dropped' } } })).toMatchObject({
    score: 3000,
    max: 3000,
  });
  expect(
    quizMax(
      [
        { points: 1000, setId: null },
        { points: 500, setId: 's' },
        { points: 500, setId: 's' },
      ],
      [{ id: 's', take: 1 }],
    ),
  ).toBe(1500);
});
