import { ratioText } from '../quantities';
import { figureText, questionVerdicts, quizFigures, type CountedTry } from '.';

const tries = (rows: (number | null)[][], choices: (string | null)[] = []): CountedTry[] =>
  rows.map((row, index) => ({
    points: Object.fromEntries(row.flatMap((points, q) => (points === -1 ? [] : [[`q${q + 1}`, points]]))),
    max: { q1: 1000, q2: 1000, q3: 1000 },
    choice: { q1: choices[index] ?? null },
  }));
const ids = ['q1', 'q2', 'q3'];

it('counts difficulty, discrimination and reliability as worked by hand', () => {
  // q1 against the rest 2, 1, 1, 1, 0: 5/√60; q2 against 2, 1, 2, 0, 0: 0; q3 against 2, 2, 1, 1, 0: 3/√84. Totals 3, 2, 2, 1, 0 vary
  // by 26, the questions by 6 each: alpha = 3/2 × (26 − 18)/26.
  const { questions, alpha } = quizFigures(
    ids,
    tries([
      [1000, 1000, 1000],
      [1000, 1000, 0],
      [1000, 0, 1000],
      [0, 1000, 0],
      [0, 0, 0],
    ]),
  );
  expect(questions.map((one) => [one.n, ratioText(one.difficulty!)])).toEqual([
    [5, { num: '3', den: '5' }],
    [5, { num: '3', den: '5' }],
    [5, { num: '2', den: '5' }],
  ]);
  expect(questions.map((one) => figureText(one.discrimination!))).toEqual(['0.6455', '0.0000', '0.3273']);
  expect(figureText(alpha!)).toBe('0.4615');
});

it('leaves a try with an answer that waits out of everything', () =>
  expect(
    quizFigures(
      ids,
      tries([
        [1000, null, 0],
        [0, 1000, 1000],
      ]),
    ).questions.map((one) => one.n),
  ).toEqual([1, 1, 1]));

it('has no discrimination with four tries, or where nothing varies', () => {
  const same = [
    [1000, 0, 1000],
    [1000, 1000, 0],
    [1000, 0, 0],
    [1000, 1000, 1000],
  ];
  expect(quizFigures(ids, tries(same)).questions.map((one) => one.discrimination)).toEqual([null, null, null]);
  expect(quizFigures(ids, tries([...same, [1000, 0, 0]])).questions[0]!.discrimination).toBeNull();
});

it('has no reliability where not all got the same questions, or the total does not vary', () => {
  expect(
    quizFigures(
      ids,
      tries([
        [1000, 0, -1],
        [0, 1000, 1000],
      ]),
    ).alpha,
  ).toBeNull();
  expect(
    quizFigures(
      ids,
      tries([
        [1000, 0, 0],
        [0, 1000, 0],
      ]),
    ).alpha,
  ).toBeNull();
  expect(quizFigures(ids, []).alpha).toBeNull();
});

it('counts how often an option was chosen and how those did with the rest', () => {
  const [first] = quizFigures(
    ids,
    tries(
      [
        [1000, 1000, 0],
        [0, 1000, 1000],
        [0, 0, 1000],
      ],
      ['a', 'b', 'b'],
    ),
  ).questions;
  expect(first!.options.map((one) => [one.id, one.chosen, ratioText(one.meanRest!).num])).toEqual([
    ['a', 1, '1000'],
    ['b', 2, '1500'],
  ]);
});

const PERFECT = [
  [0, 1000, 1000],
  [0, 1000, 1000],
  [0, 1000, 0],
  [1000, 0, 0],
  [1000, 0, 0],
  [1000, 0, 0],
];
it.each<[string, number[][], string[], string[]]>([
  ['a key that those get wrong who know the rest', PERFECT, [], ['keyDoubtful', 'optionUnused']],
  [
    'a wrong option that the best chose',
    [
      [0, 1000, 1000],
      [0, 1000, 1000],
      [1000, 0, 1000],
      [1000, 1000, 0],
      [1000, 1000, 0],
      [1000, 1000, 1000],
    ],
    ['b', 'b', 'a', 'a', 'a', 'b'],
    ['keyDoubtful', 'optionUnused'],
  ],
  [
    'what nearly all know',
    [
      [1000, 0, 0],
      [1000, 1000, 0],
      [1000, 0, 1000],
      [1000, 0, 0],
      [1000, 1000, 1000],
    ],
    ['a', 'a', 'a', 'b', 'c'],
    ['nearlyAllRight'],
  ],
  [
    'what hardly anybody knows',
    [
      [0, 0, 0],
      [0, 1000, 0],
      [0, 0, 1000],
      [0, 0, 0],
      [1000, 1000, 1000],
    ],
    ['b', 'b', 'c', 'c', 'a'],
    ['hardlyAnybody'],
  ],
])('says of %s', (_case, rows, chosen, verdicts) => {
  const found = questionVerdicts(ids, tries(rows, chosen), { q1: { options: ['a', 'b', 'c'], right: ['a'] } });
  expect(found.get('q1')).toEqual(verdicts);
});

it.each([
  [0, '0.0000'],
  [-1234, '-0.1234'],
  [10_000, '1.0000'],
])('writes %d as %s', (value, text) => expect(figureText(value)).toBe(text));
