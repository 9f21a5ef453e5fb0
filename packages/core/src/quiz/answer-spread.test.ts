import { answerSpread, answerWords, keyWords, type Answer, type CountedRight, type Question } from '.';
import { choice, entry, gap, question, words } from './testing-questions';

const river = question(
  { kind: 'gaps', gaps: [gap(['abrasion', 'corrasion'], { near: 1 }), gap(['load'])] },
  { text: words('This is called ___, and the grit is the ___.') },
);
const bend = question({ kind: 'one', options: [choice('a', 'Inside'), choice('b', 'Outside'), choice('c', 'At its mouth')], key: ['a'] });
const order = question({ kind: 'order', items: [entry('s', 'Spring'), entry('m', 'Meander'), entry('d', 'Delta')], mode: 'pairs' });
const match = question({
  kind: 'match',
  left: [entry('l', 'Delta')],
  right: [entry('r', 'mouth'), entry('x', 'source')],
  pairs: [['l', 'r']],
  mode: 'each',
});
const number = question({
  kind: 'number',
  unit: 'm/s',
  accepted: [{ value: '0.625', tolerance: '0.01', tolerancePercent: null, percent: 100_000 }],
});

const said = (of: Question, answers: Answer[], also: CountedRight[] = []) =>
  answerSpread(of, answers, also).map((one) =>
    one.lines.map((line) => `${line.label} ${line.count} ${line.as}${line.lettersOff}${line.countRight ? '+' : ''}`),
  );

it('says how gaps were filled, the commonest wrong word first', () =>
  expect(
    said(
      river,
      [['abrasion', 'load'], ['Abrasion', null], ['abrassion', 'silt'], ['erosion', 'load'], [' erosion', ''], ['attrition'], null],
      [{ kind: 'text', gap: 1, text: 'silt' }],
    ),
  ).toEqual([
    ['abrasion 2 key0', 'abrassion 1 near1', 'erosion 2 wrong0+', 'attrition 1 wrong0+', ' 1 none0'],
    ['load 2 key0', 'silt 1 counted0', ' 4 none0'],
  ]));

it.each<[string, Question, Answer[], string[]]>([
  [
    'options, also those that nobody chose',
    bend,
    ['a', 'b', 'b', null],
    ['Inside 1 key0', 'Outside 2 wrong0+', 'At its mouth 0 wrong0+', ' 1 none0'],
  ],
  [
    'orders',
    order,
    [
      ['s', 'm', 'd'],
      ['m', 's', 'd'],
      ['m', 's', 'd'],
      ['d', 'm', 's'],
    ],
    ['Spring, Meander, Delta 1 key0', 'Meander, Spring, Delta 2 part0+', 'Delta, Meander, Spring 1 wrong0+'],
  ],
  ['pairs', match, [{ l: 'r' }, { l: 'x' }, {}], ['Delta – mouth 1 key0', 'Delta – source 1 wrong0+', ' 1 none0']],
  ['numbers', number, ['0.625', '0.63', '6.25'], ['0.625 1 key0', '0.63 1 key0', '6.25 1 wrong0+']],
  ['own words', question({ kind: 'own', rubric: null }), ['x', null], [' 1 none0']],
])('says of %s', (_case, of, answers, lines) => expect(said(of, answers)).toEqual([lines]));

it('says keys and answers in words', () => {
  expect([river, bend, order, match, number].map(keyWords)).toEqual([
    ['abrasion / corrasion', 'load'],
    ['Inside'],
    ['1. Spring', '2. Meander', '3. Delta'],
    ['Delta – mouth'],
    ['0.625 ± 0.01 m/s'],
  ]);
  expect([
    answerWords(river, ['abrasion', null]),
    answerWords(order, ['d', 's']),
    answerWords(number, '0.6'),
    answerWords(bend, null),
  ]).toEqual(['This is called [abrasion], and the grit is the […].', 'Delta, Spring', '0.6 m/s', '']);
});
