import { LANGUAGES, type Language } from '@jolly/core';

const KEPT = 'jolly-language';
const known = (text: string | null | undefined) => LANGUAGES.find((one) => one === text?.slice(0, 2));

/** The language of this door: what was chosen here, else the first of the browser's that we speak. */
export const doorLanguage = (): Language =>
  known(localStorage.getItem(KEPT)) ??
  navigator.languages?.map(known).find((one) => one !== undefined) ??
  known(navigator.language) ??
  'en';

/** Has somebody chosen it here, so that it goes before what the browser says? */
export const isChosenHere = (): boolean => known(localStorage.getItem(KEPT)) !== undefined;

export const keepDoorLanguage = (language: Language): void => localStorage.setItem(KEPT, language);
