import type { Language } from '@jolly/core';

const ARABIC: Record<Intl.LDMLPluralRule, number> = { zero: 0, one: 1, two: 2, few: 3, many: 4, other: 4 };
const rules = new Intl.PluralRules('ar');

/**
 * Which of a message's forms, from 0, is for a number. Forms stand in the order none, one, more, or one, more; in Arabic none,
 * one, two, a few (3 to 10 of each hundred), more. A message of one form fits every number.
 *
 * @example formOf('fr', 0, 2) -> 0: French says "0 point"; formOf('ar', 103, 5) -> 3
 */
export function formOf(language: Language, n: number, forms: number): number {
  if (forms === 1) return 0;
  if (language === 'ar') return Math.min(forms - 1, ARABIC[rules.select(n)]);
  if (forms === 2) return language === 'fr' ? (Math.abs(n) < 2 ? 0 : 1) : n === 1 ? 0 : 1;
  return Math.min(forms - 1, Math.floor(Math.abs(n)));
}
