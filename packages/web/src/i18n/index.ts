import type { Language } from '@jolly/core';
import { createI18n } from 'vue-i18n';
import { speak } from '../time/format';
import { en } from './en';
import { speakInLibrary } from './library-words';

/**
 * The message catalogues. The interface is in English; what families read is in every language they may choose, and
 * comes when it is chosen (i18n/family).
 */
export const i18n = createI18n({
  legacy: false,
  locale: 'en' as Language,
  fallbackLocale: 'en',
  messages: { en } as Record<string, typeof en>,
  warnHtmlMessage: true,
  // The types know every key; what is the same in all languages, such as our name, is in English alone.
  missingWarn: false,
  fallbackWarn: false,
});

const LOADERS: Record<Exclude<Language, 'en'>, () => Promise<object>> = {
  es: async () => (await import('./family/es')).es,
  fr: async () => (await import('./family/fr')).fr,
  ar: async () => (await import('./family/ar')).ar,
};
const loaded = new Set<Language>(['en']);

/** Goes over to a language: its words, its dates, and the direction it is written in. */
export async function useLanguage(language: Language): Promise<void> {
  if (!loaded.has(language)) {
    i18n.global.setLocaleMessage(language, (await LOADERS[language as Exclude<Language, 'en'>]()) as typeof en);
    loaded.add(language);
  }
  await speakInLibrary(language);
  i18n.global.locale.value = language;
  speak(language);
  document.documentElement.lang = language;
  document.documentElement.dir = language === 'ar' ? 'rtl' : 'ltr';
}
