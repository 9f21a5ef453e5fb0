import { MOST_POINTS } from '@jolly/core';
import Joi from 'joi';
import type { ReturnRequest, ScoreRequest, SendBackRequest } from '../../contract';
import { id, instantOrNull, version } from '../../http/form';

export const scoreBody = Joi.object<ScoreRequest, true>({
  earned: Joi.number().strict().integer().min(0).max(MOST_POINTS).allow(null).required(),
  remark: Joi.string().max(20_000).allow('').required(),
  bonusConfirmed: Joi.boolean().strict(),
  version,
});
export const returnBody = Joi.object<ReturnRequest, true>({
  studentIds: Joi.alternatives(
    Joi.valid('allHeld'),
    Joi.array()
      .items(Joi.string().guid({ version: 'uuidv4' }))
      .min(1)
      .max(400)
      .unique(),
  ).required(),
});
export const sendBackBody = Joi.object<SendBackRequest, true>({
  reason: Joi.string().trim().min(1).max(2000).required(),
  newDue: instantOrNull,
  version,
});
export const pieceParams = Joi.object({ assignmentId: id, studentId: id });
