import fc from 'fast-check';
import { carryPlace, partKeys, textPlace } from '.';

const at = (text: string, quote: string, nth = 0) => {
  let start = text.indexOf(quote);
  for (let n = 0; n < nth; n++) start = text.indexOf(quote, start + 1);
  return textPlace('text', text, start, start + quote.length);
};

it.each([
  ['stay where they are', 'The bend wears away.', 'wears', 'The bend wears away.', 9],
  ['move with a sentence put in before them', 'The bend wears away.', 'wears', 'First of all. The bend wears away.', 23],
  [
    'are known from the same word elsewhere by their surroundings',
    'slow inside, fast outside',
    'fast',
    'fast talk: slow inside, fast outside',
    24,
  ],
  ['are gone where they were rewritten', 'The bend wears away.', 'wears', 'The bend is cut.', null],
])('words that %s', (_case, before, quote, after, start) => expect(carryPlace(at(before, quote), after)?.start ?? null).toBe(start));

it('copies of one worksheet are parts of their own', () => {
  expect(partKeys([{ attachmentId: 'a' }, { attachmentId: 'b' }, { attachmentId: 'a' }])).toEqual(['a', 'b', 'a/2']);
});

it('of two with the same surroundings the nearest is taken', () => {
  const text = `${'a b a '.repeat(40)}end`;
  expect(carryPlace(textPlace('text', text, 120, 121), text)!.start).toBe(120);
});

it('a place in a text is found again in the same text, and always with the words it was pinned to', () => {
  const word = fc.constantFrom('bend', 'river', 'fast', 'slow', '\n');
  const text = fc.array(word, { minLength: 1, maxLength: 60 }).map((all) => all.join(' '));
  fc.assert(
    fc.property(text, text, fc.nat(), fc.integer({ min: 1, max: 20 }), (before, after, where, length) => {
      const start = where % before.length;
      const place = textPlace('text', before, start, Math.min(before.length, start + length));
      expect(carryPlace(place, before)).toEqual(place);
      const carried = carryPlace(place, after);
      expect(carried === null ? after.includes(place.quote) : after.slice(carried.start, carried.end) !== place.quote).toBe(false);
    }),
  );
});
