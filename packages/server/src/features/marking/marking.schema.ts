import { MOST_POINTS } from '@jolly/core';
import Joi from 'joi';
import type { ReturnRequest, ScoreRequest, SendBackRequest } from '../../contract';
import { id, instantOrNull, version } from '../../http/form';
import { rubricChoices } from '../pieces/my-work.schema';

export const scoreBody = Joi.object<ScoreRequest, true>({
  earned: Joi.number().strict().integer().min(0).max(MOST_POINTS).allow(null).required(),
  chosen: Joi.alternatives()
    .conditional('.by', {
      switch: [
        {
          is: 'rubric',
          then: Joi.object({
            by: 'rubric',
            choices: rubricChoices,
          }),
        },
        { is: 'words', then: Joi.object({ by: 'words', word: Joi.string().max(80).required() }) },
      ],
      otherwise: Joi.object({ by: Joi.valid('done').required(), done: Joi.boolean().strict().required() }),
    })
    .allow(null)
    .required(),
  remark: Joi.string().max(20_000).allow('').required(),
  bonusConfirmed: Joi.boolean().strict(),
  group: Joi.object({
    differ: Joi.array()
      .items(Joi.object({ studentId: id, earned: Joi.number().strict().integer().min(0).max(MOST_POINTS).required() }))
      .max(100)
      .unique('studentId')
      .required(),
  }),
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
