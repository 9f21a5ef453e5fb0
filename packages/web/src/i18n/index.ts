import { createI18n } from 'vue-i18n';
import { en } from './en';

/** The message catalogues. English first; the others follow and are checked for missing keys. */
export const i18n = createI18n({ legacy: false, locale: 'en', fallbackLocale: 'en', messages: { en }, warnHtmlMessage: true });
