import { readTrial } from '.';
import { FIRST_SCHEME } from '../totals';

const categories = ['plain', 'extra'].map((id) => ({
  id,
  name: id,
  weight: 50_000,
  within: 'pooled' as const,
  leaveOut: 0,
  keepBest: null,
  bonus: id === 'extra',
}));
const plain = { points: 30_000, bonus: false, category: 'plain' };
it.each([
  ['nothing', ' ', plain, null],
  ['a number', '12,5', plain, { score: 12_500 }],
  ['the maximum', '30', plain, { score: 30_000 }],
  ['more than it', '99', plain, { problem: 'aboveMaximum' }],
  ['more on a bonus piece', '99', { ...plain, bonus: true }, { score: 99_000 }],
  ['more in a bonus category', '99', { ...plain, category: 'extra' }, { score: 99_000 }],
  ['letters', 'abc', plain, { problem: 'notANumber' }],
  ['less than nothing', '-3', plain, { problem: 'notANumber' }],
])('tries %s', (_case, text, piece, expected) => expect(readTrial(text, piece, { ...FIRST_SCHEME, categories })).toEqual(expected));
