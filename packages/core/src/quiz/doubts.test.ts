import { questionDoubts, questionFaults, quizFaults, quizMinutes, type Question, type QuestionForm } from '.';
import { choice, entry, gap, question, words } from './testing-questions';

const one = (options: string[], key: string[]): QuestionForm => ({
  kind: 'one',
  options: options.map((text, index) => choice(`o${index}`, text)),
  key,
});

it.each<[string, Question, string[]]>([
  ['no right option', question(one(['Yes', 'No'], [])), ['noRightOption']],
  ['a key that names no option', question(one(['Yes', 'No'], ['gone'])), ['noRightOption']],
  ['a single option', question(one(['Yes'], ['o0'])), ['fewOptions']],
  ['an empty option', question(one(['Yes', ''], ['o0'])), ['emptyOption']],
  ['nothing asked', question(one(['Yes', 'No'], ['o0']), { text: words('') }), ['noText']],
  ['gaps without a gap in the words', question({ kind: 'gaps', gaps: [gap(['x'])] }), ['noGap', 'gapsDiffer']],
  ['a gap nothing is accepted in', question({ kind: 'gaps', gaps: [gap([' '])] }, { text: words('A ___') }), ['noAcceptedText']],
  [
    'a number that is none',
    question({ kind: 'number', accepted: [{ value: 'x', tolerance: null, tolerancePercent: null, percent: 100_000 }], unit: '' }),
    ['notANumber'],
  ],
  ['one item to put in order', question({ kind: 'order', items: [entry('a')], mode: 'all' }), ['fewItems']],
  ['a place without a picture', question({ kind: 'place', picture: null, regions: [] }), ['noPicture', 'noRegion']],
  ['own words', question({ kind: 'own', rubric: null }), []],
])('says of %s what is missing', (_case, of, faults) => expect(questionFaults(of)).toEqual(faults));

it.each<[string, Question, string[]]>([
  ['two options that say the same', question(one(['On the bend', 'on  the bend', 'At its mouth'], ['o0'])), ['optionsAlike']],
  ['no points', question(one(['Yes', 'No'], ['o0']), { points: 0 }), ['noPoints']],
  ['every option right', question(one(['Yes', 'No'], ['o0', 'o1'])), ['allRight']],
  ['one accepted text twice', question({ kind: 'short', gaps: [gap(['Load', 'load'])] }), ['textsAlike']],
  [
    'a formula that cannot be read',
    question(one(['Yes', 'No'], ['o0']), { text: { type: 'doc', content: [{ type: 'blockMath', attrs: { latex: '\\frac{' } }] } }),
    ['formulaUnreadable'],
  ],
])('doubts %s', (_case, of, doubts) => expect(questionDoubts(of, (latex) => !latex.endsWith('{'))).toEqual(doubts));

it('says what is wrong with sets', () => {
  const within = (id: string, points: number) => question(one(['Yes', 'No'], ['o0']), { id, points, setId: 's' });
  expect(quizFaults([], [])).toEqual([{ what: 'noQuestions' }]);
  expect(quizFaults([within('a', 1000), within('b', 2000)], [{ id: 's', name: '', take: 3 }])).toEqual([
    { what: 'unequalSet', setId: 's' },
    { what: 'setTooSmall', setId: 's' },
  ]);
  expect(quizFaults([within('a', 1000)], [{ id: 't', name: '', take: 1 }])).toEqual([{ what: 'emptySet', setId: 't' }]);
});

it('guesses how long a quiz takes, of a set only what is drawn', () => {
  const own = question({ kind: 'own', rubric: null });
  expect(quizMinutes([own, { ...own, id: 'b' }], [])).toBe(8);
  const set = [1, 2, 3].map((id) => ({ ...own, id: `s${id}`, setId: 's' }));
  expect(quizMinutes(set, [{ id: 's', name: '', take: 1 }])).toBe(4);
  expect(quizMinutes([], [])).toBe(0);
});
