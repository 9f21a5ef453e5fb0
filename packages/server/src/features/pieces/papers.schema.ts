import {
  INKS,
  MOST_PAPER_LETTERS,
  MOST_PAPER_OBJECTS,
  MOST_PAPER_PAGES,
  MOST_STROKE_POINTS,
  PAPER_SIDE,
  SIGNS,
  type PaperObject,
} from '@jolly/core';
import Joi from 'joi';
import type { PaperChangeRequest } from '../../contract';
import { version } from '../../forms/fields';

/** Longest id of an object: of a form field it is the field's name. */
const LONGEST_ID = 200;
const whole = Joi.number().strict().integer();
const side = whole.min(0).max(PAPER_SIDE).required();
const words = Joi.string().max(MOST_PAPER_LETTERS).allow('').required();
const objectId = Joi.string().min(1).max(LONGEST_ID);
const at = { id: objectId.required(), page: whole.min(1).max(MOST_PAPER_PAGES).required() };
const ink = Joi.valid(...INKS).required();
const object = <K extends PaperObject['kind']>(kind: K, more: Joi.PartialSchemaMap) =>
  Joi.object<Extract<PaperObject, { kind: K }>>({ ...at, kind: Joi.valid(kind).required(), ...more });

const stroke = object('stroke', {
  tool: Joi.valid('pen', 'marker').required(),
  ink,
  width: whole.min(1).max(1000).required(),
  points: Joi.array()
    .items(whole.min(0).max(PAPER_SIDE))
    .min(4)
    .max(2 * MOST_STROKE_POINTS)
    .custom((points: number[], helpers) => (points.length % 2 === 0 ? points : helpers.error('points.odd')))
    .messages({ 'points.odd': 'points.odd' })
    .required(),
});
const paperObject = Joi.alternatives().conditional('.kind', {
  switch: [
    { is: 'stroke', then: stroke },
    { is: 'text', then: object('text', { x: side, y: side, width: side, size: whole.min(20).max(2000).required(), ink, text: words }) },
    { is: 'sign', then: object('sign', { sign: Joi.valid(...SIGNS).required(), x: side, y: side, size: side, ink }) },
    { is: 'sticker', then: object('sticker', { sticker: Joi.string().min(1).max(36).required(), x: side, y: side, size: side }) },
  ],
  otherwise: object('answer', { x: side, y: side, width: side, height: side, tick: Joi.boolean().strict().required(), value: words }),
});

export const sinceQuery = Joi.object({ since: Joi.number().integer().min(0).required() });
export const changeBody = Joi.object<PaperChangeRequest, true>({
  seen: version,
  writer: Joi.string().guid({ version: 'uuidv4' }).required(),
  put: Joi.array().items(paperObject).max(MOST_PAPER_OBJECTS).unique('id').required(),
  drop: Joi.array().items(objectId).max(MOST_PAPER_OBJECTS).unique().required(),
});
