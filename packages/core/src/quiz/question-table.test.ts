import { copiedQuestion, keyWords, questionFaults, questionsToTable, readQuestionTable, type Question } from '.';

const ids = () => {
  let next = 0;
  return () => `id${next++}`;
};
const read = (rows: string[][]) => readQuestionTable(rows, { newId: ids(), mark: '.' });
const TABLE = [
  ['Kind', 'Question', 'Points', 'Right', 'Wrong', 'Counts', 'Letters wrong', 'Unit'],
  ['one answer', 'Where?', '1', 'Inside', 'Outside; At its mouth', '', '', ''],
  ['several', 'Which?', '1.5', 'Spring; Delta', 'Moon', 'all', '', ''],
  ['true or false', 'A delta is at the mouth.', '1', 'true', '', '', '', ''],
  ['words in gaps', 'This is ___ and ___.', '2', 'abrasion / corrasion; load', '', '', '1', ''],
  ['number', 'How fast?', '2', '0.625 ± 0.01', '', '', '', 'm/s'],
  ['match', 'Match.', '2', 'Delta = mouth; Spring = source', 'desert', 'each', '', ''],
  ['order', 'In order.', '3', 'Spring; Meander; Delta', '', 'pairs', '', ''],
  ['in own words', 'Why?', '6', '', '', '', '', ''],
];

it('reads a question of each kind, ready to be asked', () => {
  const { questions, problems } = read(TABLE);
  expect(problems).toEqual([]);
  expect(questions.map((one) => [one.kind, one.points])).toEqual([
    ['one', 1000],
    ['several', 1500],
    ['trueFalse', 1000],
    ['gaps', 2000],
    ['number', 2000],
    ['match', 2000],
    ['order', 3000],
    ['own', 6000],
  ]);
  expect(questions.flatMap(questionFaults)).toEqual([]);
  expect(questions.map((one) => keyWords(one).join(' & '))).toEqual([
    'Inside',
    'Spring & Delta',
    'true',
    'abrasion / corrasion & load',
    '0.625 ± 0.01 m/s',
    'Delta – mouth & Spring – source',
    '1. Spring & 2. Meander & 3. Delta',
    '',
  ]);
});

it('gives the same questions when its own table is read again', () => {
  const { questions } = read(TABLE);
  const again = read([
    ['kind', 'question', 'points', 'right', 'wrong', 'counts', 'letters wrong', 'unit', 'explanation', 'aims'],
    ...questionsToTable(questions),
  ]);
  expect(questionsToTable(again.questions)).toEqual(questionsToTable(questions));
});

it.each<[string, string[][], string[]]>([
  ['two columns', [['Where?', 'Inside']], ['short']],
  [
    'three columns',
    [
      ['Where?', 'Inside', 'Outside'],
      ['Which?', 'A; B', 'C'],
      ['It is ___.', 'load', ''],
    ],
    ['one', 'several', 'gaps'],
  ],
])('without a head takes %s as question, right and wrong', (_case, rows, kinds) =>
  expect(read(rows).questions.map((one) => one.kind)).toEqual(kinds),
);

it('keeps parts that hold a semicolon, one a line', () => {
  const [question] = read([['Which?', 'a; b\nc', 'd\ne']]).questions;
  expect(keyWords(question!)).toEqual(['a; b', 'c']);
  expect(questionsToTable([question!])[0]![3]).toBe('a; b\nc');
});

it('says of each row what could not be read, and reads the rest', () => {
  const { questions, problems } = read([
    ['kind', 'question', 'points', 'right'],
    ['riddle', 'What?', '1', 'x'],
    ['number', 'How many?', '1', 'ten'],
    ['short answer', '', '1', 'x'],
    ['short answer', 'Which?', 'many', 'x'],
  ]);
  expect(problems.map(({ row, why }) => [row, why])).toEqual([
    [2, 'unknownKind'],
    [3, 'notANumber'],
    [4, 'noQuestion'],
    [5, 'notPoints'],
  ]);
  expect(questions.map((one) => one.kind)).toEqual(['short']);
});

it('copies a question under ids of its own', () => {
  for (const question of read(TABLE).questions) {
    let next = 0;
    const copy: Question = copiedQuestion(question, () => `copy${next++}`);
    expect(JSON.stringify(copy)).not.toMatch(/"id\d/);
    expect(keyWords(copy)).toEqual(keyWords(question));
  }
});
