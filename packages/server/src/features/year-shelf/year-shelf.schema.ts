import Joi from 'joi';
import type { YearShelfRequest } from '../../contract';
import { id, line, version } from '../../forms/fields';

export const MOST_SHELVED = 300;
export const handoutParams = Joi.object({ classId: id, assignmentId: id });
export const yearShelfBody = Joi.object<YearShelfRequest, true>({
  version,
  handouts: Joi.array()
    .items(Joi.object({ assignmentId: id, folder: line.max(60).allow('').required() }))
    .unique('assignmentId')
    .max(MOST_SHELVED)
    .required(),
});
