import Joi from 'joi';
import type { KeyRequest } from '../../contract';
import { id, instantOrNull, line } from '../../forms/fields';

export const keyParams = Joi.object({ keyId: id });
export const keyBody = Joi.object<KeyRequest & { current: string }, true>({
  name: line.min(1).max(80).required(),
  scope: Joi.string().valid('read', 'write').required(),
  endsAt: instantOrNull,
  current: Joi.string().max(200).required(),
});
