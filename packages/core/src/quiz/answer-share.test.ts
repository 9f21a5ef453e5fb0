import { ratio, ratioText } from '../quantities';
import { answerProblem, answerShare, type Answer, type CountedRight, type Key } from '.';
import { gap } from './testing-questions';

const share = (key: Key, answer: Answer, also?: CountedRight[]) => {
  const value = answerShare(key, answer, also);
  return value === null ? null : `${ratioText(value).num}/${ratioText(value).den}`;
};
const several = (mode: 'all' | 'each'): Key => ({ kind: 'several', options: ['a', 'b', 'c', 'd', 'e'], key: ['a', 'b', 'c'], mode });
const order = (mode: 'all' | 'pairs'): Key => ({ kind: 'order', items: ['Spring', 'Waterfall', 'Meander', 'Delta'], mode });
const match = (mode: 'all' | 'each'): Key => ({
  kind: 'match',
  pairs: [
    ['l1', 'r1'],
    ['l2', 'r2'],
    ['l3', 'r3'],
  ],
  extra: ['r9'],
  mode,
});
const number = (more: object): Key => ({
  kind: 'number',
  accepted: [{ value: '0.625', tolerance: null, tolerancePercent: null, percent: 100_000, ...more }],
});
const river = (near: 0 | 1 | 2, nearPercent = 100_000): Key => ({
  kind: 'gaps',
  gaps: [gap(['abrasion', 'corrasion'], { near, nearPercent }), gap(['load'], { near, nearPercent })],
});
const place: Key = {
  kind: 'place',
  regions: [
    { shape: 'rect', x: 1000, y: 1000, w: 500, h: 200, percent: 100_000 },
    { shape: 'ellipse', cx: 5000, cy: 5000, rx: 400, ry: 300, percent: 50_000 },
    {
      shape: 'polygon',
      points: [
        [0, 8000],
        [1000, 8000],
        [1000, 9000],
        [500, 8500],
        [0, 9000],
      ],
      percent: 100_000,
    },
  ],
};
const one: Key = { kind: 'one', options: ['a', 'b', 'c'], key: ['a', 'c'] };

it.each<[string, Key, Answer, string | null]>([
  ['a right option', one, 'c', '1/1'],
  ['a wrong option', one, 'b', '0/1'],
  ['true or false', { kind: 'trueFalse', options: ['true', 'false'], key: ['false'] }, 'false', '1/1'],
  ['several, all of them', several('all'), ['c', 'a', 'b'], '1/1'],
  ['several, all, with one too many', several('all'), ['a', 'b', 'c', 'd'], '0/1'],
  ['several, each: two right and a wrong one', several('each'), ['a', 'b', 'd'], '1/3'],
  ['several, each, never below nothing', several('each'), ['d', 'e', 'a'], '0/1'],
  ['gaps: one letter wrong, and another word', river(1), ['abrassion', 'sediment'], '1/2'],
  ['gaps: exactly', river(0), ['abrassion', 'load'], '1/2'],
  ['gaps: a letter wrong counts three quarters', river(1, 75_000), ['Corasion', 'LOAD'], '7/8'],
  ['gaps: of a word of four letters one may be wrong', river(1), [null, 'laod'], '1/2'],
  ['gaps by weight', { kind: 'gaps', gaps: [gap(['x'], { weight: 3000 }), gap(['y'])] }, ['x', 'z'], '3/4'],
  [
    'a short answer that earns part',
    { kind: 'short', gaps: [{ ...gap([]), accepted: [{ text: 'silt', percent: 60_000 }] }] },
    ' Silt ',
    '3/5',
  ],
  ['a regular expression typed as a key, as the text it is', { kind: 'short', gaps: [gap(['a.*'])] }, 'abc', '0/1'],
  ['a number exactly', number({}), '5/8', '1/1'],
  ['a number beside it', number({}), '0.6250001', '0/1'],
  ['a number at the edge of its tolerance', number({ tolerance: '0.01' }), '0.635', '1/1'],
  ['a number beyond its tolerance', number({ tolerance: '0.01' }), '0.6350001', '0/1'],
  ['a number within a percentage', number({ tolerancePercent: '1' }), '0.63125', '1/1'],
  ['a number that earns half', number({ percent: 50_000 }), '0.625', '1/2'],
  ['matches, each', match('each'), { l1: 'r1', l2: 'r9' }, '1/3'],
  ['matches, all', match('all'), { l1: 'r1', l2: 'r2', l3: 'r3' }, '1/1'],
  ['matches, all, one wrong', match('all'), { l1: 'r1', l2: 'r2', l3: 'r9' }, '0/1'],
  ['an order, pair by pair', order('pairs'), ['Spring', 'Meander', 'Waterfall', 'Delta'], '5/6'],
  ['an order with an item not placed', order('pairs'), ['Spring', 'Waterfall', 'Meander'], '1/2'],
  ['an order, all of it', order('all'), ['Spring', 'Meander', 'Waterfall', 'Delta'], '0/1'],
  ['a place at the corner of a rectangle', place, [1500, 1200], '1/1'],
  ['a place beside it', place, [1501, 1200], '0/1'],
  ['a place at the rim of an ellipse', place, [5400, 5000], '1/2'],
  ['a place outside the rim', place, [5399, 5030], '0/1'],
  ['a place on the edge of a polygon', place, [500, 8500], '1/1'],
  ['a place in its notch', place, [500, 8501], '0/1'],
  ['nothing', several('each'), [], '0/1'],
  ['own words wait for the teacher', { kind: 'own' }, 'It wears away', null],
  ['own words that are not there do not', { kind: 'own' }, '  ', '0/1'],
])('%s', (_case, key, answer, expected) => expect(share(key, answer)).toBe(expected));

it.each<[string, Key, Answer, CountedRight, string]>([
  ['an option', one, 'b', { kind: 'option', optionId: 'b' }, '1/1'],
  ['an option for who chose it', several('each'), ['a', 'b', 'c', 'd'], { kind: 'option', optionId: 'd' }, '1/1'],
  ['an option, for who did not choose it', several('each'), ['a', 'b', 'c'], { kind: 'option', optionId: 'd' }, '1/1'],
  ['a text', river(0), ['erosion', 'load'], { kind: 'text', gap: 0, text: 'Erosion ' }, '1/1'],
  ['a number', number({}), '0.6', { kind: 'value', value: '3/5' }, '1/1'],
  ['a pair', match('each'), { l1: 'r9' }, { kind: 'pair', left: 'l1', right: 'r9' }, '1/3'],
  ['an order', order('all'), ['Delta', 'Spring'], { kind: 'order', items: ['Delta', 'Spring'] }, '1/1'],
  [
    'a place',
    place,
    [9000, 9000],
    { kind: 'region', region: { shape: 'rect', x: 8900, y: 8900, w: 200, h: 200, percent: 100_000 } },
    '1/1',
  ],
])('counted as right afterwards: %s', (_case, key, answer, also, expected) => expect(share(key, answer, [also])).toBe(expected));

it.each<[string, Key, unknown, string | null]>([
  ['an option of another question', one, 'z', 'noSuchOption'],
  ['a list where one is asked for', one, ['a'], 'wrongForm'],
  ['an option twice', several('all'), ['a', 'a'], 'stoodTwice'],
  ['more texts than gaps', river(0), ['a', 'b', 'c'], 'wrongForm'],
  ['a text of five hundred letters and one', river(0), ['a'.repeat(501)], 'tooLong'],
  ['what is no number', number({}), 'ten', 'notANumber'],
  ['a left side of another question', match('each'), { l7: 'r1' }, 'noSuchOption'],
  ['a place outside the picture', place, [10_001, 0], 'outsidePicture'],
  ['half a place', place, [0.5, 1], 'wrongForm'],
  ['six files', { kind: 'file' }, ['1', '2', '3', '4', '5', '6'], 'wrongForm'],
  ['nothing', one, null, null],
  ['a fraction', number({}), '3/8', null],
])('says of %s why it is no answer', (_case, key, answer, problem) => expect(answerProblem(key, answer)).toBe(problem));

it('knows a share of one when it sees it', () => expect(answerShare(one, 'a')).toEqual(ratio(1)));
