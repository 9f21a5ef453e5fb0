import Joi from 'joi';
import { type RubricChoices } from '@jolly/core';
import type { SaveTextRequest, WentView } from '../../contract';
import { id, richText, version } from '../../forms/fields';
import { rubricChoices } from '../../forms/briefs';

export const draftFileParams = Joi.object({ assignmentId: id, fileId: id });
export const sheetParams = Joi.object({ assignmentId: id, attachmentId: id });
export const ownVersionParams = Joi.object({ assignmentId: id, versionId: id });
export const receiptParams = Joi.object({ assignmentId: id, version: Joi.number().integer().min(1).max(10_000).required() });
export const saveTextBody = Joi.object<SaveTextRequest, true>({ text: richText, version, keepBefore: Joi.boolean().strict() });
export const versionBody = Joi.object<{ version: number }, true>({ version });
export const selfCheckBody = Joi.object<{ choices: RubricChoices }, true>({ choices: rubricChoices });
export const wentBody = Joi.object<WentView, true>({
  how: Joi.string().valid('flowed', 'hardGoing', 'stuck').required(),
  line: Joi.string().trim().max(500).allow('').required(),
});
