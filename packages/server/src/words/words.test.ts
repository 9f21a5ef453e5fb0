import { LANGUAGES } from '@jolly/core';
import { FIELD_PROBLEMS } from '../http/field-problems';
import { Problem } from '../http/problem';
import { PROBLEMS } from '../http/problems';
import { FIELDS, SENTENCES, sentenceOf } from '../http/sentences';
import { dayIn, directionOf, speaking, wordsIn } from '.';
import { REFUSALS } from './refusals';

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

it.each(['es', 'fr', 'ar'] as const)(
  '%s has every sentence that refuses, fills in the same as English, and leaves none in English',
  (language) => {
    const problems = Object.fromEntries(Object.entries(PROBLEMS).map(([code, [, title]]) => [code, title]));
    const english = { problems, fieldProblems: FIELD_PROBLEMS, fields: FIELDS, forms: SENTENCES };
    for (const [part, sentences] of Object.entries(english)) {
      const own = REFUSALS[language][part as keyof typeof english];
      expect([part, Object.keys(own).sort()]).toEqual([part, Object.keys(sentences).sort()]);
      // How many of something there may be is said in English by two words more.
      const counted = (names: string[]) => names.filter((name) => name !== 'characters' && name !== 'entries');
      for (const [code, sentence] of Object.entries(sentences))
        expect([code, own[code] !== sentence, filled(own[code]!)]).toEqual([code, true, counted(filled(sentence))]);
    }
  },
);

it('refuses in the language of whoever reads the reply', () => {
  const problem = new Problem('file.empty', { values: { name: 'a.txt' } });
  const detail = { type: 'string.min', path: ['password'], message: '', context: { limit: 8 } };
  expect([problem.title, sentenceOf(detail)]).toEqual([
    '“a.txt” is empty (0 bytes). Save it again and attach it once more.',
    'The password needs at least 8 characters.',
  ]);
  expect(speaking('fr', () => sentenceOf(detail))).toBe('Le mot de passe : nombre minimal de caractères, 8.');
  expect(speaking('es', () => problem.title)).toContain('«a.txt»');
});
