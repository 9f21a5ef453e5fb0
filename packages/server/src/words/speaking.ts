import type { Language } from '@jolly/core';
import { AsyncLocalStorage } from 'node:async_hooks';

const spoken = new AsyncLocalStorage<Language>();

/** Does something, in which every sentence to its reader is in their language (words/refusals). */
export const speaking = <T>(language: Language, work: () => T): T => spoken.run(language, work);

/** The language of whoever reads the reply that is being made; English outside a request. */
export const spokenLanguage = (): Language => spoken.getStore() ?? 'en';
