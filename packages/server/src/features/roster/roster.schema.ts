import { MOST_LINES } from '@jolly/core';
import Joi from 'joi';
import type { AddStudentsRequest } from '../../contract';
import { id, personName } from '../../http/form';

const name = Joi.object(personName);
export const addStudentsBody = Joi.object<AddStudentsRequest, true>({
  students: Joi.array().items(name).min(1).max(MOST_LINES).required(),
  sameNamesMeant: Joi.boolean().strict(),
});
export const memberParams = Joi.object({ classId: id, studentId: id });
