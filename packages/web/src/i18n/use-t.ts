import { useI18n } from 'vue-i18n';
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

/** The words of the interface by their keys. The library takes any text for a key; ours takes only those there are. */
export function useT(): { t: Translate } {
  const { t } = useI18n();
  return { t };
}
