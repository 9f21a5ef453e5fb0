import { LANGUAGES, type Language } from '@jolly/core';
import type { Request } from 'express';

/** The language that whoever sends a request reads in, as their page says it; English if it is none of ours. */
export const languageOf = (req: Request): Language => (req.acceptsLanguages(...LANGUAGES) || 'en') as Language;
