import { writtenNumber } from '@jolly/core';
import { useI18n } from 'vue-i18n';
import { language } from '../time/format';
import type { en } from './en';

type Keys<Words, Before extends string = ''> = {
  [Name in keyof Words & (string | number)]: Words[Name] extends string
    ? `${Before}${Name}`
    : Words[Name] extends readonly string[]
      ? `${Before}${Name}.${number}`
      : Keys<Words[Name], `${Before}${Name}.`>;
}[keyof Words & (string | number)];

/** The name of something that is said: a key of the catalogue, checked as one writes. */
export type WordKey = Keys<typeof en>;
type Values = Record<string, unknown>;

/** What is said under a key, with values filled in and in the plural of `n`. */
export interface Translate {
  (key: WordKey): string;
  (key: WordKey, values: Values, n?: number): string;
  (key: WordKey, n: number): string;
}

/** A number goes into a sentence with the decimal mark of its language. */
const written = (values: Values): Values =>
  Object.fromEntries(
    Object.entries(values).map(([name, value]) => [
      name,
      typeof value === 'number' && !Number.isInteger(value) ? writtenNumber(language(), value) : value,
    ]),
  );

/** The words of the interface by their keys. The library takes any text for a key; ours takes only those there are. */
export function useT(): { t: Translate } {
  const { t } = useI18n();
  const say = (key: WordKey, values?: Values | number, n?: number): string =>
    typeof values !== 'object'
      ? values === undefined
        ? t(key)
        : t(key, values)
      : n === undefined
        ? t(key, written(values))
        : t(key, written(values), n);
  return { t: say };
}
