import Joi from 'joi';
import { id, instantOrNull, localDay, version } from '../../forms/fields';
import type { AnswerExtension, ExceptionRequest, GroupDateRequest, StandingBody, StandingGive } from '../../contract';

const date = instantOrNull.optional();
export const exceptionParams = Joi.object({ assignmentId: id, studentId: id });
const word = Joi.string().trim().max(500).allow('').required();
export const exceptionBody = Joi.object<ExceptionRequest, true>({
  studentIds: Joi.array().items(id).min(1).max(400).unique().required(),
  opens: date,
  due: date,
  closes: date,
  excused: Joi.boolean().strict().required(),
  waivesLate: Joi.boolean().strict().required(),
  reason: word,
  tell: Joi.boolean().strict().required(),
});
export const requestParams = Joi.object({ requestId: id });
export const answerBody: Joi.Schema<AnswerExtension> = Joi.alternatives<AnswerExtension>().conditional('.grant', {
  is: true,
  then: Joi.object({ grant: Joi.valid(true).required(), due: instantOrNull, closes: instantOrNull, word }),
  otherwise: Joi.object({ grant: Joi.valid(false).required(), word }),
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
export const giveStandingBody = Joi.object<StandingGive, true>({
  ...standing,
  studentIds: Joi.array().items(id).min(1).max(200).unique().required(),
});
export const changeStandingBody = Joi.object<StandingBody & { version: number }, true>({ ...standing, version });

export const groupDateParams = Joi.object({ assignmentId: id, groupId: id });
export const groupDateBody = Joi.object<GroupDateRequest, true>({
  opens: date,
  due: date,
  closes: date,
  reason: Joi.string().trim().max(500).allow('').required(),
  tell: Joi.boolean().strict().required(),
});
