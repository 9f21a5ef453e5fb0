import { LANGUAGES } from '@jolly/core';
import Joi from 'joi';
import type { FamilyCodeUse, FamilyLettersRequest, FamilyMailsRequest, FamilySettings, WriteHomeRequest } from '../../contract';
import { id, personName } from '../../forms/fields';
import { email, password, userName } from '../../forms/people';

const language = Joi.string()
  .valid(...LANGUAGES)
  .required();
const code = Joi.string().trim().max(40).required();
const text = Joi.string().trim().min(1).max(4000).required();

export const lettersBody = Joi.object<FamilyLettersRequest, true>({
  studentIds: Joi.array().items(id).min(1).max(400).unique().required(),
  language,
});
export const mailsBody = Joi.object<FamilyMailsRequest, true>({
  invitations: Joi.array()
    .items(Joi.object({ studentId: id, email: email.required() }))
    .min(1)
    .max(400)
    .required(),
  language,
});
export const codeBody = Joi.object<{ code: string }, true>({ code });
export const joinBody = Joi.object<FamilyCodeUse, true>({
  code,
  ...personName,
  userName: userName.required(),
  password: password.required(),
  email: email.allow(null).required(),
  language,
});
export const settingsBody = Joi.object<FamilySettings, true>({
  language,
  telling: Joi.string().valid('atOnce', 'weekly', 'never').required(),
  letterShows: Joi.string().valid('nothing', 'words', 'score').default('score'),
});
export const messageBody = Joi.object<{ id: string; text: string }, true>({ id, text });
export const writeHomeBody = Joi.object<WriteHomeRequest, true>({
  id,
  familyIds: Joi.array().items(id).min(1).max(20).unique().required(),
  text,
});
export const codeParams = Joi.object({ classId: id, codeId: id });
export const linkParams = Joi.object({ classId: id, studentId: id, familyId: id });
export const childWorkParams = Joi.object({ studentId: id, assignmentId: id });
export const reportParams = Joi.object({ reportId: id });
export const tickBody = Joi.object<{ seen: boolean }, true>({ seen: Joi.boolean().strict().required() });
export const childClassParams = Joi.object({ studentId: id, classId: id });
