import { isTimeZone } from '@jolly/core';
import Joi from 'joi';
import type { ClassRequest } from '../../contract';
import { id, version } from '../../http/form';

const percent = Joi.number().strict().integer().min(0).max(100_000).required();
const perUnit = Joi.object({
  kind: Joi.valid('perDay', 'perSchoolDay', 'perHour').required(),
  percent,
  of: Joi.valid('max', 'earned').required(),
  maxPercentOff: percent,
  floorPercent: percent,
});
const lateRule = Joi.alternatives(Joi.object({ kind: Joi.valid('none').required() }), perUnit, Joi.object({ kind: Joi.valid('cap').required(), percent }));

const zone = Joi.string()
  .custom((value: string, helpers) => (isTimeZone(value) ? value : helpers.error('zone.unknown')))
  .messages({ 'zone.unknown': '{#label} is not a time zone' });
const fields = {
  hue: Joi.number().strict().integer().min(0).max(7),
  zone,
  dueTime: Joi.string()
    .pattern(/^([01]\d|2[0-3]):[0-5]\d$/)
    .allow(null),
  graceMinutes: Joi.number().strict().integer().min(0).max(1440),
  lateRule,
};
const name = Joi.string().trim().min(1).max(120);

export const classParams = Joi.object({ classId: id });
export const newClassBody = Joi.object<ClassRequest, true>({ name: name.required(), ...fields });
export const editClassBody = Joi.object<Partial<ClassRequest> & { version: number }, true>({ name, ...fields, version });
