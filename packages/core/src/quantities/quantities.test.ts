import fc from 'fast-check';
import { add, compare, isLocalDate, milli, parsePoints, percentText, plusDays, ratio, roundHalfUp, subtract } from '.';

it.each([
  [5, 2, 3n],
  [-5, 2, -3n],
  [7, 3, 2n],
  [-7, 3, -2n],
  [0, 9, 0n],
])('rounds %s/%s half away from zero', (num, den, whole) => {
  expect(roundHalfUp(ratio(num, den))).toBe(whole);
});

it.each([
  [ratio(39, 50), 1, '78.0'],
  [ratio(1, 8), 0, '13'],
  [ratio(-1, 16), 1, '-6.3'],
  [ratio(1, 2000), 2, '0.05'],
  [ratio(2), 0, '200'],
])('writes %j with %s decimals as %s', (value, decimals, text) => expect(percentText(value, decimals)).toBe(text));

it('adds and takes away exactly', () => {
  const part = fc
    .record({ num: fc.bigInt(-1_000_000_000_000n, 1_000_000_000_000n), den: fc.bigInt(1n, 1_000_000_000n) })
    .map(({ num, den }) => ratio(num, den));
  fc.assert(fc.property(part, part, (a, b) => compare(subtract(add(a, b), b), a) === 0));
});

it('refuses more than three decimals and no numbers', () => {
  expect(milli(0.1 + 0.2)).toBe(300);
  for (const bad of [0.0005, Number.NaN, Number.POSITIVE_INFINITY]) expect(() => milli(bad)).toThrow('quantity.not-thousandths');
  expect(() => ratio(1, 0)).toThrow('ratio.zero-denominator');
});

it.each([
  ['7,5', 7500],
  ['7.5', 7500],
  [' 12 ', 12_000],
  ['0', 0],
  ['ten', null],
  ['-1', null],
  ['1.2345', null],
  ['', null],
  ['1e3', null],
  ['1,000,0', null],
])('reads %j as %s thousandths', (typed, points) => expect(parsePoints(typed)).toBe(points));

it('knows which days exist', () => {
  expect(isLocalDate('2028-02-29')).toBe(true);
  for (const bad of ['2026-02-29', '2026-2-9', '2026-13-01', 'today']) expect(isLocalDate(bad)).toBe(false);
  expect(plusDays('2026-12-31', 1)).toBe('2027-01-01');
});
