import type { Language } from '@jolly/core';
import english from 'ant-design-vue/es/locale/en_GB';
import type { Locale } from 'ant-design-vue/es/locale-provider';
import { shallowRef } from 'vue';

/** What the component library says by itself, such as the names of months in a calendar, in the language that is spoken now. */
export const libraryWords = shallowRef<Locale>(english);

const LOADERS: Record<Exclude<Language, 'en'>, () => Promise<Locale>> = {
  es: async () => {
    const [words] = await Promise.all([import('ant-design-vue/es/locale/es_ES'), import('dayjs/locale/es')]);
    return words.default;
  },
  fr: async () => {
    const [words] = await Promise.all([import('ant-design-vue/es/locale/fr_FR'), import('dayjs/locale/fr')]);
    return words.default;
  },
  ar: async () => {
    const [words] = await Promise.all([import('ant-design-vue/es/locale/ar_EG'), import('dayjs/locale/ar')]);
    return words.default;
  },
};
/** Goes over to a language with the library's own words, and with its calendar. */
export async function speakInLibrary(language: Language): Promise<void> {
  libraryWords.value = language === 'en' ? english : await LOADERS[language]();
  const { default: dayjs } = await import('dayjs');
  dayjs.locale(language === 'en' ? 'en-gb' : language);
}
