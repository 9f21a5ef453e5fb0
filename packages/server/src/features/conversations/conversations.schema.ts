import Joi from 'joi';
import type { MessageRequest } from '../../contract';
import { id } from '../../forms/fields';

export const messageBody = Joi.object<MessageRequest, true>({
  text: Joi.string().trim().max(4000).allow('').required(),
  fileIds: Joi.array().items(id.optional()).max(10).unique().required(),
});
