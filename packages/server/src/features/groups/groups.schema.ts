import Joi from 'joi';
import type { GroupingBody } from '../../contract';
import { id, line, localDay, version } from '../../forms/fields';

const name = line.min(1).max(80).required();
const fields = {
  name,
  seed: line.max(20).allow(null).required(),
  until: localDay.allow(null).required(),
  groups: Joi.array()
    .items(Joi.object({ id: id.allow(null), name, studentIds: Joi.array().items(id.optional()).max(400).unique().required() }))
    .min(1)
    .max(100)
    .required(),
};
export const groupingBody = Joi.object<GroupingBody, true>(fields);
export const changeGroupingBody = Joi.object<GroupingBody & { version: number }, true>({ ...fields, version });
export const groupingParams = Joi.object({ classId: id, groupingId: id });
