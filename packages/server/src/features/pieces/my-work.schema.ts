import Joi from 'joi';
import type { SaveTextRequest } from '../../contract';
import { id, richText, version } from '../../http/form';

export const draftFileParams = Joi.object({ assignmentId: id, fileId: id });
export const fileParams = Joi.object({ fileId: id });
export const fileQuery = Joi.object({ as: Joi.valid('inline') });
export const saveTextBody = Joi.object<SaveTextRequest, true>({ text: richText, version });
