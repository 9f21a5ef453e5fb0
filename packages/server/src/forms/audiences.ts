import type { Audience } from '@jolly/core';
import Joi from 'joi';
import { id, localDay } from './fields';

/** Whom something of a class is for. */
export const audience = Joi.alternatives().conditional('.kind', {
  is: 'everyone',
  then: Joi.object<Audience>({ kind: 'everyone', laterJoiners: Joi.boolean().strict().required(), hereOn: localDay.optional() }),
  otherwise: Joi.object({
    kind: Joi.valid('chosen').required(),
    studentIds: Joi.array().items(id.optional()).max(400).unique().required(),
    groupIds: Joi.array().items(id.optional()).max(100).unique().required(),
  }),
});
