import type { Language } from '@jolly/core';
import ar from './refusals.ar.json';
import es from './refusals.es.json';
import fr from './refusals.fr.json';
import { spokenLanguage } from './speaking';

/**
 * What refuses a request, in the other languages. English stands beside the codes (http/problems, http/field-problems,
 * http/sentences), which are what the other catalogues are compared with.
 */
export type Refusals = Record<keyof typeof es, Readonly<Record<string, string>>>;

export const REFUSALS: Readonly<Record<Exclude<Language, 'en'>, Refusals>> = { es, fr, ar };

/** A sentence in the language of whoever reads the reply. */
export function refusal(part: keyof Refusals, code: string, english: string): string {
  const language = spokenLanguage();
  return language === 'en' ? english : (REFUSALS[language][part][code] ?? english);
}
