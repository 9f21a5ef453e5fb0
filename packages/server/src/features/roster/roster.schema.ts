import { LANGUAGES, LONGEST_NAME, MOST_COLUMNS } from '@jolly/core';
import Joi from 'joi';
import { ONE_ROSTER_VERSIONS, type OneRosterVersion } from '../../files/one-roster-bundle';
import { id, line, personName } from '../../forms/fields';
import type { CardsRequest, JoinRequest, RosterReading, SettleJoining, StudentChange } from '../../contract';
import { email, password, userName } from '../../forms/people';

const use = Joi.valid(
  'givenName',
  'familyName',
  'wholeName',
  'schoolNumber',
  'userName',
  'email',
  'shownAs',
  'joined',
  'left',
  'personId',
  'unused',
);
const reading = {
  uses: Joi.array().items(use).max(MOST_COLUMNS),
  header: Joi.boolean().strict(),
  bundleClass: Joi.string().max(64),
  whole: Joi.boolean().strict(),
  meant: Joi.array().items(Joi.number().strict().integer().min(1)).max(5000),
};
export const bundleQuery = Joi.object<{ version?: OneRosterVersion }>({ version: Joi.string().valid(...ONE_ROSTER_VERSIONS) });
export const previewBody = Joi.object<RosterReading, true>(reading);
export const importBody = Joi.object<RosterReading & { digest: string }, true>({ ...reading, digest: Joi.string().max(64).required() });
export const studentBody = Joi.object<StudentChange, true>({
  givenName: personName.givenName.optional(),
  familyName: personName.familyName.optional(),
  shownAs: line.min(1).max(LONGEST_NAME).allow(null),
  email: email.allow(null),
  schoolNumber: line.min(1).max(64).allow(null),
  simpleView: Joi.boolean().strict().allow(null),
  wordsLanguage: Joi.string()
    .valid(...LANGUAGES)
    .allow(null),
}).min(1);
export const chosenBody = Joi.object<CardsRequest, true>({ studentIds: Joi.array().items(id).min(1).max(400).unique().required() });
export const inviteTeacherBody = Joi.object<{ email: string }, true>({ email: email.required() });
export const ticketParams = Joi.object({ classId: id, ticketId: id });
export const joiningParams = Joi.object({ classId: id, joiningId: id });
export const settleBody = Joi.object<SettleJoining, true>({
  how: Joi.string().valid('same', 'other', 'refuse').required(),
  listedId: Joi.string().guid({ version: 'uuidv4' }),
});
export const myJoiningParams = Joi.object({ joiningId: id });
export const answerBody = Joi.object<{ yes: boolean }, true>({ yes: Joi.boolean().strict().required() });
export const helperParams = Joi.object({ teacherId: id });
export const helperBody = Joi.object<{ allowed: boolean }, true>({ allowed: Joi.boolean().strict().required() });

export const joinBody = Joi.object<JoinRequest, true>({
  ...personName,
  userName: userName.required(),
  password: password.required(),
  card: Joi.string().trim().max(40),
  number: Joi.string().trim().max(64),
});
