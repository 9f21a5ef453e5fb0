import type { Language } from '@jolly/core';
import { HELP } from './help.en';
import type { PageHelp } from './page-help';

export type Help = Readonly<Record<string, PageHelp>>;

const OTHERS: Record<Exclude<Language, 'en'>, () => Promise<{ default: unknown }>> = {
  es: () => import('./help.es.json'),
  fr: () => import('./help.fr.json'),
  ar: () => import('./help.ar.json'),
};

/** Help in a language, by the path of a page; English stands in while the others cannot be loaded. */
export const helpIn = (language: Language): Promise<Help> =>
  language === 'en'
    ? Promise.resolve(HELP)
    : OTHERS[language]().then(
        (loaded) => loaded.default as Help,
        () => HELP,
      );
