import Joi from 'joi';
import type { BroughtAs } from '../../contract';
import { id } from '../../forms/fields';

export const archiveParams = Joi.object({ jobId: id });
export const bringBody = Joi.object<{ as: BroughtAs }, true>({ as: Joi.string().valid('past', 'new').required() });
