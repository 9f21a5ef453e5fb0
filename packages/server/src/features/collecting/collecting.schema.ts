import Joi from 'joi';
import type { ClassMarksRequest, NudgeRequest } from '../../contract';
import { id } from '../../forms/fields';

const students = Joi.array().items(id).min(1).max(400).unique().required();
export const versionParams = Joi.object({ assignmentId: id, studentId: id, versionId: id });
export const paperParams = Joi.object({ assignmentId: id, studentId: id, attachmentId: id });
export const changedQuery = Joi.object({
  of: Joi.string()
    .pattern(/^[0-9a-f-]{36}(,[0-9a-f-]{36}){0,399}$/)
    .required(),
});
export const nudgeBody = Joi.object<NudgeRequest, true>({
  studentIds: students,
  text: Joi.string().trim().min(1).max(1000).required(),
  again: Joi.boolean().strict().required(),
});
export const classMarksBody = Joi.object<ClassMarksRequest, true>({
  marks: Joi.array()
    .items(Joi.object({ studentId: id, mark: Joi.valid('did', 'absent', 'excused', null).required() }))
    .min(1)
    .max(400)
    .unique('studentId')
    .required(),
});
export const overlapBody = Joi.object<{ withEarlier: boolean }, true>({ withEarlier: Joi.boolean().strict().required() });
export const overlapParams = Joi.object({ overlapId: id });
