import Joi from 'joi';
import type { JoinRequest, SignInRequest } from '../../contract';
import { personName } from '../../http/form';

const password = Joi.string().min(8).max(200).required();
const userName = Joi.string()
  .trim()
  .lowercase()
  .min(2)
  .max(64)
  .pattern(/^[^\s@/\\]+$/)
  .required()
  .messages({
    'string.pattern.base': '{#label} must not contain spaces, @ or slashes',
  });

export const signInBody = Joi.object<SignInRequest, true>({
  userName: Joi.string().trim().max(64).required(),
  password: Joi.string().max(200).required(),
});
export const joinBody = Joi.object<JoinRequest, true>({ ...personName, userName, password });
export const codeParams = Joi.object({ code: Joi.string().max(32).required() });
