import Joi from 'joi';
import type { ProgressQuery } from '../../contract';

// A query is text: numbers in it are read here.
const place = Joi.number().integer().min(0).max(50);
const moment = Joi.number().integer().min(0).max(4_102_444_800_000);
const term = Joi.alternatives(Joi.valid('year'), place);
export const termQuery = Joi.object<Pick<ProgressQuery, 'term'>, true>({ term });
export const progressQuery = Joi.object<ProgressQuery, true>({ term, fromAt: moment, toAt: moment, fromTerm: place, toTerm: place });
