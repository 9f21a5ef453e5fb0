import type { Language } from '@jolly/core';
import { createI18n } from 'vue-i18n';
import { speak } from '../time/format';
import { en } from './en';
import { speakInLibrary } from './library-words';
import { formOf } from './plural-forms';

/**
 * The message catalogues. English is always there, as what a key means; the other languages come when they are spoken: for
 * families what they read (i18n/family), for everybody else the whole.
 */
export const i18n = createI18n({
  legacy: false,
  locale: 'en' as Language,
  fallbackLocale: 'en',
  messages: { en } as Record<string, typeof en>,
  warnHtmlMessage: true,
  pluralRules: { fr: (n: number, forms: number) => formOf('fr', n, forms), ar: (n: number, forms: number) => formOf('ar', n, forms) },
  // The types know every key; what is the same in all languages, such as our name, is in English alone.
  missingWarn: false,
  fallbackWarn: false,
});

type Other = Exclude<Language, 'en'>;
/** How much of a language is spoken: to families what they read, to everybody else all of it. */
export type SpokenPart = 'family' | 'whole';
const LOADERS: Record<SpokenPart, Record<Other, () => Promise<object>>> = {
  family: {
    es: async () => (await import('./family/es')).es,
    fr: async () => (await import('./family/fr')).fr,
    ar: async () => (await import('./family/ar')).ar,
  },
  whole: {
    es: async () => (await import('./es')).es,
    fr: async () => (await import('./fr')).fr,
    ar: async () => (await import('./ar')).ar,
  },
};
const loaded = new Map<Language, SpokenPart>([['en', 'whole']]);
/** The last that was asked for: one that comes in late does not take its place. */
let wanted: Language = 'en';

/** Goes over to a language: its words, its dates, and the direction it is written in. */
export async function useLanguage(language: Language, part: SpokenPart = 'whole'): Promise<void> {
  wanted = language;
  if (language !== 'en' && loaded.get(language) !== 'whole' && loaded.get(language) !== part) {
    const words = await LOADERS[part][language]();
    // In the whole a state is called as for teachers and students, so it replaces what families read of it.
    if (loaded.get(language) !== 'whole') i18n.global.setLocaleMessage(language, words as typeof en);
    if (loaded.get(language) !== 'whole') loaded.set(language, part);
  }
  await speakInLibrary(language);
  if (wanted !== language) return;
  i18n.global.locale.value = language;
  speak(language);
  document.documentElement.lang = language;
  document.documentElement.dir = language === 'ar' ? 'rtl' : 'ltr';
}
