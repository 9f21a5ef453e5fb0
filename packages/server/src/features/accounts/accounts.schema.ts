import { LANGUAGES, type Language } from '@jolly/core';
import Joi from 'joi';
import type {
  CardSignInRequest,
  FinishTwoStepRequest,
  NewPasswordRequest,
  SecondStepRequest,
  SignInRequest,
  TakeTicketRequest,
  TwoStepProof,
} from '../../contract';
import { personName } from '../../forms/fields';
import { email, password, userName } from '../../forms/people';

const given = Joi.string().max(200).required();
const code = Joi.string().trim().max(40).required();
const ticket = Joi.string().max(64).required();

export const signInBody = Joi.object<SignInRequest, true>({ userName: Joi.string().trim().max(64).required(), password: given });
export const cardBody = Joi.object<CardSignInRequest, true>({ userName: Joi.string().trim().max(64).required(), code });
export const secondStepBody = Joi.object<SecondStepRequest, true>({ code });
export const newPasswordBody = Joi.object<NewPasswordRequest, true>({ current: given.optional(), password: password.required() });
export const emailBody = Joi.object<{ email: string | null; current: string }, true>({
  email: email.allow(null).required(),
  current: given,
});
const proof = { current: given, presentCode: Joi.string().trim().max(40) };
export const twoStepBody = Joi.object<FinishTwoStepRequest, true>({
  secret: Joi.string()
    .pattern(/^[A-Z2-7]{16,64}$/)
    .required(),
  code,
  ...proof,
});
export const endTwoStepBody = Joi.object<TwoStepProof, true>(proof);
export const recoverBody = Joi.object<{ email: string }, true>({ email: email.required() });
export const ticketBody = Joi.object<{ ticket: string }, true>({ ticket });
export const takeTicketBody = Joi.object<TakeTicketRequest & { ticket: string }, true>({
  ticket,
  userName,
  password,
  givenName: personName.givenName.optional(),
  familyName: personName.familyName.optional(),
});
export const viewBody = Joi.object<{ simple: boolean | null }, true>({ simple: Joi.boolean().strict().allow(null).required() });
export const languageBody = Joi.object<{ language: Language }, true>({
  language: Joi.string()
    .valid(...LANGUAGES)
    .required(),
});
