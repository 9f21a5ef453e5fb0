import Joi from 'joi';
import type { ExceptionRequest } from '../../contract';
import { id } from '../../http/form';

const date = Joi.number().strict().integer().min(0).max(4_102_444_800_000).allow(null);
export const exceptionParams = Joi.object({ assignmentId: id, studentId: id });
export const exceptionBody = Joi.object<ExceptionRequest, true>({
  opens: date,
  due: date,
  closes: date,
  excused: Joi.boolean().strict().required(),
  reason: Joi.string().trim().max(500).allow('').required(),
});
