import { comparedText, gapMatch, lettersApart, readNumber } from '.';
import { gap } from './testing-questions';

it.each<[string, string, object, boolean]>([
  ['Éte\u0301', 'été', {}, true],
  ['two  words\u00a0more ', 'two words more', {}, true],
  ['Load', 'load', { ignoreCase: false }, false],
  ['café', 'cafe', {}, false],
  ['café', 'cafe', { ignoreAccents: true }, true],
  ["it's!", 'its', { ignorePunctuation: true }, true],
  ['a - b', 'a b', { ignorePunctuation: true }, true],
])('compares %j with %j under %j', (a, b, rules, alike) => {
  const how = gap([], rules);
  expect(comparedText(a, how) === comparedText(b, how)).toBe(alike);
});

it.each([
  ['abrasion', 'abrasion', 0],
  ['abrassion', 'abrasion', 1],
  ['form', 'from', 1],
  ['ca', 'abc', 3],
  ['\u{1F600}a', 'a', 1],
  ['', 'abc', 3],
])('%j and %j are %d letters apart', (a, b, apart) => expect(lettersApart(a, b, 5)).toBe(apart));

it.each<[string, 0 | 1 | 2, string, number | null]>([
  ['abrasion', 2, 'abbrassion', 2],
  ['meander', 2, 'maendre', null],
  ['silt', 1, 'sit', 1],
  ['bed', 1, 'bad', null],
  ['load', 2, 'laod', 1],
])('of %j with %d letters free, %j is taken with %s wrong', (right, near, written, off) =>
  expect(gapMatch(gap([right], { near }), written)?.lettersOff ?? null).toBe(off),
);

it('takes the accepted text that gives most', () => {
  const two = {
    ...gap([], { near: 1 as const, nearPercent: 50_000 }),
    accepted: [
      { text: 'corrasion', percent: 40_000 },
      { text: 'corrosion', percent: 100_000 },
    ],
  };
  expect(gapMatch(two, 'corrasion')).toMatchObject({ text: 'corrosion', lettersOff: 1 });
});

it.each<[string, ',' | '.', string | null]>([
  ['1 234,5', ',', '1234.5'],
  ['1.234,5', ',', '1234.5'],
  ['1,234.5', '.', '1234.5'],
  ['1.250', ',', '1250'],
  ['1.250', '.', '1.25'],
  ['0,625', '.', '0.625'],
  ['0.625', ',', '0.625'],
  ['62,5', '.', '62.5'],
  ['−3', '.', '-3'],
  ['1.2e3', '.', '1200'],
  ['12E-4', '.', '0.0012'],
  ['3/8', '.', '3/8'],
  ['-0', '.', '0'],
  ['.5', '.', '0.5'],
  ['007', '.', '7'],
  ['3/0', '.', null],
  ['1.2.3', '.', null],
  ['1,2,3', '.', null],
  ['ten', '.', null],
  ['1e99', '.', null],
  ['', '.', null],
])('reads %j with %j for decimals as %j', (text, mark, value) => expect(readNumber(text, mark)).toBe(value));
