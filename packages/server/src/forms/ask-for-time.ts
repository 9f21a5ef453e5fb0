import Joi from 'joi';
import type { AskExtension } from '../contract';
import { instantOrNull } from './fields';

/** More time, as it is asked for, by whoever asks. */
export const askBody = Joi.object<AskExtension, true>({ reason: Joi.string().trim().min(1).max(500).required(), wantedDue: instantOrNull });
