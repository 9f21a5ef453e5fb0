import { LANGUAGES } from '@jolly/core';
import { dayIn, directionOf, wordsIn } from '.';

const flat = (words: object, path = ''): [string, string][] =>
  Object.entries(words).flatMap(([key, value]): [string, string][] =>
    typeof value === 'string' ? [[`${path}${key}`, value]] : flat(value as object, `${path}${key}.`),
  );
const filled = (text: string) => [...text.matchAll(/\{(\w+)\}/g)].map(([, name]) => name!).sort();

it.each(LANGUAGES)('%s has every word, none empty, and fills in the same as English', (language) => {
  const [english, own] = [new Map(flat(wordsIn('en'))), new Map(flat(wordsIn(language)))];
  expect([...own.keys()]).toEqual([...english.keys()]);
  for (const [key, text] of own) expect([key, text.trim() !== '', filled(text)]).toEqual([key, true, filled(english.get(key)!)]);
});

it('writes days in the language, with the digits of the tables beside them, and knows its direction', () => {
  const at = Date.parse('2026-11-25T15:30:00.000Z');
  expect([dayIn('en', 'Europe/Lisbon', at), dayIn('fr', 'Europe/Lisbon', at)]).toEqual(['Wed 25 Nov 2026', 'mer. 25 nov. 2026']);
  expect(dayIn('ar', 'Europe/Lisbon', at)).toMatch(/25 .*2026/);
  expect(LANGUAGES.map(directionOf)).toEqual(['ltr', 'ltr', 'ltr', 'rtl']);
});
