import { LONGEST_NAME, MOST_LINES } from '@jolly/core';
import Joi from 'joi';
import type { AddStudentsRequest } from '../../contract';
import { id } from '../../http/form';

const name = Joi.object({
  givenName: Joi.string().trim().min(1).max(LONGEST_NAME).required(),
  familyName: Joi.string().trim().max(LONGEST_NAME).allow('').required(),
});
export const addStudentsBody = Joi.object<AddStudentsRequest, true>({
  students: Joi.array().items(name).min(1).max(MOST_LINES).required(),
  sameNamesMeant: Joi.boolean().strict(),
});
export const memberParams = Joi.object({ classId: id, studentId: id });
