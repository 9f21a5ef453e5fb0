import { fillIn, LOCALE_OF, type Instant, type Language, type LocalDate } from '@jolly/core';
import { ar } from './ar';
import { en, type Words } from './en';
import { es } from './es';
import { fr } from './fr';

/**
 * What the server itself writes to families and into reports, in their language. Names, titles and what teachers
 * write are never translated. Numbers stand beside their word ("Missing: 3"), so that no language needs forms for
 * one, two and many. Each catalogue has the very same keys.
 */
export type { Words };
export { refusal } from './refusals';
export { speaking, spokenLanguage } from './speaking';

const ALL: Record<Language, Words> = { en, es, fr, ar };

export const wordsIn = (language: Language): Words => ALL[language];
export const directionOf = (language: Language): 'ltr' | 'rtl' => (language === 'ar' ? 'rtl' : 'ltr');
export const say = (text: string, values: Readonly<Record<string, string | number>>): string => fillIn(text, values);

/** Wed 25 Nov 2026 */
export const dayIn = (language: Language, zone: string, at: Instant): string =>
  new Intl.DateTimeFormat(LOCALE_OF[language], { timeZone: zone, weekday: 'short', day: 'numeric', month: 'short', year: 'numeric' })
    .format(at)
    .replace(/,/g, '');
/** Wed 25 Nov 15:30 */
export const whenIn = (language: Language, zone: string, at: Instant): string =>
  new Intl.DateTimeFormat(LOCALE_OF[language], {
    timeZone: zone,
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  })
    .format(at)
    .replace(/,/g, '');
export const localDayIn = (language: Language, day: LocalDate): string => dayIn(language, 'UTC', Date.parse(`${day}T00:00:00Z`));
