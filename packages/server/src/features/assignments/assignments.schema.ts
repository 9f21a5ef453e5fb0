import { MOST_POINTS } from '@jolly/core';
import Joi from 'joi';
import type { AssignmentBody } from '../../contract';
import { id, instantOrNull, richText, version } from '../../http/form';

const body = {
  title: Joi.string().trim().max(200).allow('').required(),
  instructions: richText,
  how: Joi.string().valid('handIn', 'inClass').required(),
  accepts: Joi.array().items(Joi.valid('text', 'files')).unique().required(),
  points: Joi.number().strict().integer().min(1).max(MOST_POINTS).allow(null).required(),
  opens: instantOrNull,
  due: instantOrNull,
  closes: instantOrNull,
  unitId: id.allow(null),
  categoryId: id.allow(null),
  countsInTotals: Joi.boolean().strict().required(),
  bonus: Joi.boolean().strict().required(),
};

export const assignmentParams = Joi.object({ assignmentId: id });
export const newAssignmentBody = Joi.object<AssignmentBody, true>(body);
export const editAssignmentBody = Joi.object<AssignmentBody & { version: number }, true>({ ...body, version });
export const issueBody = Joi.object<{ version: number }, true>({ version });
