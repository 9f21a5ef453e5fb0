import { LANGUAGES, MOST_POINTS } from '@jolly/core';
import Joi from 'joi';
import { id, inLanguages, line } from './fields';

/** Points, percentages, files and rubrics, of whatever they are part. */

export const percent = Joi.number().strict().integer().min(0).max(100_000).required();
export const milliPoints = Joi.number().strict().integer().min(0).max(MOST_POINTS);
export const shortText = (most: number) => line.max(most).allow('').required();
export const keptFile = Joi.object({
  id,
  name: Joi.string().max(255).required(),
  size: Joi.number().strict().integer().min(0).required(),
  mediaType: Joi.string().max(100).required(),
});
export const rubric = Joi.object({
  name: shortText(200),
  language: Joi.string().valid(...LANGUAGES),
  criteria: Joi.array()
    .max(100)
    .items(
      Joi.object({
        id: Joi.string().max(36).required(),
        name: shortText(200),
        weight: Joi.number().strict().integer().min(1).max(1_000_000).required(),
        aims: Joi.array().items(line.min(1).max(120)).max(20).required(),
        otherNames: inLanguages(shortText(200)),
        levels: Joi.array()
          .max(30)
          .items(
            Joi.object({
              id: Joi.string().max(36).required(),
              name: shortText(80),
              descriptor: Joi.string().trim().max(2000).allow('').required(),
              points: milliPoints.required(),
              upTo: milliPoints.allow(null).required(),
              otherWords: inLanguages(Joi.object({ name: shortText(80), descriptor: Joi.string().trim().max(2000).allow('').required() })),
            }),
          )
          .required(),
      }),
    )
    .required(),
});
