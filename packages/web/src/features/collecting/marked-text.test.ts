import { markedText } from './marked-text';

const marked = (...passages: [number, number][]) =>
  markedText(
    'abcdefghij',
    passages.map(([from, to]) => ({ from, to })),
  )
    .map((part) => (part.shared ? `[${part.text}]` : part.text))
    .join('');

it.each<[string, [number, number][], string]>([
  ['nothing', [], 'abcdefghij'],
  ['one passage', [[2, 5]], 'ab[cde]fghij'],
  ['the whole', [[0, 10]], '[abcdefghij]'],
  [
    'two, whichever comes first',
    [
      [7, 9],
      [1, 3],
    ],
    'a[bc]defg[hi]j',
  ],
  [
    'two that overlap',
    [
      [1, 5],
      [3, 8],
    ],
    'a[bcde][fgh]ij',
  ],
  [
    'one within another',
    [
      [1, 8],
      [3, 5],
    ],
    'a[bcdefgh]ij',
  ],
])('marks %s and loses no letter', (_case, passages, expected) => expect(marked(...passages)).toBe(expected));
