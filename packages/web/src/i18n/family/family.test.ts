import { LANGUAGES } from '@jolly/core';
import { ar } from './ar';
import { en } from './en';
import { es } from './es';
import { fr } from './fr';

const ALL = { en, es, fr, ar };
function flat(messages: object, path = ''): [string, string][] {
  return Object.entries(messages).flatMap(([key, value]): [string, string][] =>
    typeof value === 'string' ? [[`${path}${key}`, value]] : flat(value as object, `${path}${key}.`),
  );
}
const filled = (text: string) => [...text.matchAll(/\{(\w+)\}/g)].map(([, name]) => name!).sort();

it('speaks every language a family may choose', () => expect(Object.keys(ALL).sort()).toEqual([...LANGUAGES].sort()));

it.each(Object.entries(ALL))('%s has every message of the English, none empty, and fills in the same', (language, messages) => {
  const english = new Map(flat(en));
  const own = new Map(flat(messages));
  expect([...own.keys()]).toEqual([...english.keys()]);
  for (const [key, text] of own) {
    expect([key, text.trim() === '']).toEqual([key, false]);
    expect([key, filled(text)]).toEqual([key, filled(english.get(key)!)]);
    if (language !== 'en' && text.length > 25) expect([key, text === english.get(key)]).toEqual([key, false]);
  }
});
