/**
 * The languages that are read, and how numbers are written in each. A number is worked out once, exactly, as digits with a
 * point ("64.8"); only where it is shown does it get the mark of the reader's language ("64,8"). Digits themselves are the
 * same in every language.
 */
export const LANGUAGES = ['en', 'es', 'fr', 'ar'] as const;
export type Language = (typeof LANGUAGES)[number];

/** By which conventions dates are written: English ones read "Wed 25 Nov", as schools write them. */
export const LOCALE_OF: Record<Language, string> = { en: 'en-GB', es: 'es', fr: 'fr', ar: 'ar-u-nu-latn' };

const DECIMAL_MARK: Record<Language, string> = { en: '.', es: ',', fr: ',', ar: '.' };

/**
 * Digits as they are written in a language, with the decimals they have.
 * @param digits as text or number, with a point
 * @example writtenNumber('es', '10.40') -> '10,40'; writtenNumber('en', 7) -> '7'
 */
export const writtenNumber = (language: Language, digits: string | number): string => String(digits).replace('.', DECIMAL_MARK[language]);

/**
 * A percentage as it is written in a language: with a space before the sign, everywhere the same.
 * @example writtenPercent('fr', '64.8') -> '64,8 %', with a space at which no line breaks
 */
export const writtenPercent = (language: Language, digits: string | number): string => `${writtenNumber(language, digits)}\u00a0%`;

/**
 * Points as they are written in a language. @param points in thousandths
 * @example writtenPoints('es', 10_400) -> '10,4'
 */
export const writtenPoints = (language: Language, points: number): string => writtenNumber(language, points / 1000);

/** The same in more than one language: something for each in which it was written. */
export type InLanguages<T> = { [L in Language]?: T };

/**
 * In which language somebody reads what was written in several (docs/languages.md).
 * @param wanted languages from the dearest on; null or undefined: not known
 * @param own the language it was written in first, which is always there
 * @param others further languages in which it was written
 * @example languageRead([null, 'ar', 'fr'], 'en', ['fr']) -> 'fr'; languageRead(['ar'], 'en', []) -> 'en'
 */
export const languageRead = (wanted: readonly (Language | null | undefined)[], own: Language, others: readonly Language[]): Language =>
  wanted.find((one): one is Language => one != null && (one === own || others.includes(one))) ?? own;
