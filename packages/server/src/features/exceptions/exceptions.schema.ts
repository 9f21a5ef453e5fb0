import Joi from 'joi';
import type { ExceptionRequest } from '../../contract';
import { id, instantOrNull } from '../../http/form';

const date = instantOrNull.optional();
export const exceptionParams = Joi.object({ assignmentId: id, studentId: id });
export const exceptionBody = Joi.object<ExceptionRequest, true>({
  opens: date,
  due: date,
  closes: date,
  excused: Joi.boolean().strict().required(),
  reason: Joi.string().trim().max(500).allow('').required(),
});
