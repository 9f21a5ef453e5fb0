import { LANGUAGES } from '@jolly/core';
import { ar as allArabic } from './ar';
import { en as allEnglish } from './en';
import { es as allSpanish } from './es';
import { fr as allFrench } from './fr';
import { ar } from './family/ar';
import { en } from './family/en';
import { es } from './family/es';
import { fr } from './family/fr';

const FAMILY = { en, es, fr, ar };
const WHOLE = { en: allEnglish, es: allSpanish, fr: allFrench, ar: allArabic };
function flat(messages: object, path = ''): [string, string][] {
  return Object.entries(messages).flatMap(([key, value]): [string, string][] =>
    typeof value === 'string' ? [[`${path}${key}`, value]] : flat(value as object, `${path}${key}.`),
  );
}
const formsOf = (text: string) => text.split(' | ');
/** What is filled in; how many there are may stand in the word itself ("two students"), so it is not asked for. */
const filled = (text: string) =>
  [...new Set([...text.matchAll(/\{(\w+)\}/g)].map(([, name]) => name!))].filter((name) => name !== 'n').sort();
/** Names, units, keys, file endings and formulas: the same everywhere. */
const SAME = /^[\P{L}\s]*$|Jolly Compass|OneRoster|^CSV$|^PDF$|\.(csv|xlsx|zip|png)|Tern-Bay|^Esc$|^Total$|\{\w+\}/u;

it('speaks every language that is read', () => {
  expect(Object.keys(FAMILY).sort()).toEqual([...LANGUAGES].sort());
  expect(Object.keys(WHOLE).sort()).toEqual([...LANGUAGES].sort());
});

describe.each([
  ['families read', FAMILY],
  ['all others read', WHOLE],
])('of what %s', (_, catalogues) => {
  const english = new Map(flat(catalogues.en));

  it.each(['es', 'fr', 'ar'] as const)('%s has every message of the English, none empty, and fills in the same', (language) => {
    const own = new Map(flat(catalogues[language]));
    expect([...own.keys()].sort()).toEqual([...english.keys()].sort());
    for (const [key, text] of own) {
      const meant = english.get(key)!;
      expect([key, text.trim() === '']).toEqual([key, meant.trim() === '']);
      const [theirs, ours] = [new Set(formsOf(text).flatMap(filled)), new Set(formsOf(meant).flatMap(filled))];
      expect([key, [...theirs].sort()]).toEqual([key, [...ours].sort()]);
    }
  });

  it.each(['es', 'fr', 'ar'] as const)('%s has as many forms for numbers as it needs', (language) => {
    for (const [key, text] of flat(catalogues[language])) {
      const [forms, meant] = [formsOf(text).length, formsOf(english.get(key)!).length];
      // Arabic: none, one, two, a few, more; or one form that fits every number.
      const right = meant === 1 ? forms === 1 : language === 'ar' ? forms === 1 || forms === 5 : forms === meant;
      expect([key, forms, right]).toEqual([key, forms, true]);
    }
  });

  it.each(['es', 'fr', 'ar'] as const)('no English is left over in %s', (language) => {
    const left = flat(catalogues[language]).filter(([key, text]) =>
      language === 'ar'
        ? // Words in Latin letters: names, units and keys of the keyboard may stand in Arabic, sentences may not.
          /\b[a-z]{3,}\s+[a-z]{2,}\s+[a-z]{2,}/i.test(text.replace(/\{[^}]*\}|kind, question.*?aims\.?|question, right, wrong/g, ''))
        : text === english.get(key) && text.length > 12 && !SAME.test(text),
    );
    expect(left).toEqual([]);
  });
});
