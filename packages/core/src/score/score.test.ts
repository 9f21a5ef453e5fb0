import { earnedPoints, readPoints, roundScore, scoreQuestion, type DecimalMark, type RoundRule, type ScoreMethod } from '.';

const rubric = (...chosen: (number | null)[]): ScoreMethod => ({
  kind: 'rubric',
  criteria: chosen.map((c, i) => ({ id: `c${i}`, weight: i === 0 ? 2000 : 1000, max: 8000, chosen: c === null ? null : c * 1000 })),
});

describe('earnedPoints', () => {
  it.each<[string, number, ScoreMethod, number, boolean]>([
    ['points as they are', 20, { kind: 'points', earned: 15_500 }, 15.5, true],
    ['a rubric out of its own sum', 24, rubric(6, 8), 20, true],
    ['a rubric scaled to another number', 10, rubric(6, 8), 8.333, true],
    ['a rubric so far, while a criterion has no choice', 24, rubric(6, null), 12, false],
    ['nothing for the lowest level everywhere, which is a whole choice', 24, rubric(0, 0), 0, true],
    ['a word that gives nothing', 30, { kind: 'words', percent: 0 }, 0, true],
    ['a word as its share', 30, { kind: 'words', percent: 66_667 }, 20, true],
    ['all for done', 5, { kind: 'done', done: true }, 5, true],
    ['nothing for not done', 5, { kind: 'done', done: false }, 0, true],
  ])('gives %s', (_case, points, method, earned, complete) => {
    expect(earnedPoints(points * 1000, method)).toEqual({ earned: earned * 1000, complete });
  });

  it('refuses a rubric that can earn nothing', () => {
    expect(() => earnedPoints(10_000, { kind: 'rubric', criteria: [] })).toThrow('score.rubric-without-points');
  });
});

it.each<[string, DecimalMark, number | null]>([
  ['7,5', ',', 7500],
  [' 7.5 ', '.', 7500],
  ['0,001', ',', 1],
  ['7.5', ',', null],
  ['7,5', '.', null],
  ['1.250', ',', 1_250_000],
  ['1.250', '.', 1250],
  ['1,250.5', '.', 1_250_500],
  ['1 250,25', ',', 1_250_250],
  ["1'250", '.', 1_250_000],
  ['12,50', '.', null],
  ['1,2345', ',', null],
  ['-3', '.', null],
  ['', '.', null],
  ['3 of 4', '.', null],
  ['1000000', '.', 1_000_000_000],
  ['1000000.001', '.', null],
])('reads %j with the decimal mark %j as %j thousandths', (text, decimal, points) => expect(readPoints(text, decimal)).toBe(points));

it.each([
  [-1, 20_000, false, 'negative'],
  [0, 20_000, false, null],
  [0, 0, false, null],
  [0, null, false, 'noMaximum'],
  [20_000, 20_000, false, null],
  [20_001, 20_000, false, 'aboveMaximum'],
  [20_001, 20_000, true, null],
  [5_000, null, false, 'noMaximum'],
])('scoreQuestion of %s out of %s (bonus confirmed: %s) is %s', (earned, points, bonusConfirmed, question) => {
  expect(scoreQuestion({ earned, points, bonusConfirmed })).toBe(question);
});

it.each<[RoundRule, number[], number | null]>([
  ['latest', [12_000, 9_000], 9_000],
  ['best', [12_000, 9_000], 12_000],
  ['mean', [12_000, 9_000, 9_000], 10_000],
  ['mean', [1, 2], 2],
  ['best', [], null],
  ['mean', [0, 0], 0],
  ['best', [0], 0],
])('of several rounds the %s of %j counts: %s', (rule, earned, counted) => expect(roundScore(rule, earned)).toBe(counted));
