import Joi from 'joi';
import type { ExceptionRequest, StandingBody } from '../../contract';
import { id, instantOrNull, localDay, version } from '../../http/form';

const date = instantOrNull.optional();
export const exceptionParams = Joi.object({ assignmentId: id, studentId: id });
export const exceptionBody = Joi.object<ExceptionRequest, true>({
  opens: date,
  due: date,
  closes: date,
  excused: Joi.boolean().strict().required(),
  reason: Joi.string().trim().max(500).allow('').required(),
});

const standing = {
  kind: Joi.string().valid('none', 'schoolDays', 'days', 'percent').required(),
  amount: Joi.number().strict().integer().min(0).max(1_000_000).required(),
  validFrom: localDay.allow(null).required(),
  validTo: localDay.allow(null).required(),
  reason: Joi.string().trim().max(500).allow('').required(),
  quizTimePercent: Joi.number().strict().integer().min(100_000).max(400_000).allow(null).required(),
  waivesLate: Joi.boolean().strict().required(),
  classIds: Joi.array().items(id).min(1).max(60).unique().required(),
};
export const standingParams = Joi.object({ classId: id, exceptionId: id });
export const giveStandingParams = Joi.object({ studentId: id });
export const standingBody = Joi.object<StandingBody, true>(standing);
export const changeStandingBody = Joi.object<StandingBody & { version: number }, true>({ ...standing, version });
