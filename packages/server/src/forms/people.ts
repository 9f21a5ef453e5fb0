import { EMAIL, USER_NAME } from '@jolly/core';
import Joi from 'joi';

/** How people sign in and are written to. */

export const password = Joi.string().min(8).max(200);
export const userName = Joi.string().trim().lowercase().min(2).max(64).pattern(USER_NAME).messages({
  'string.pattern.base': 'userName',
});
export const email = Joi.string().trim().lowercase().max(200).pattern(EMAIL).messages({ 'string.pattern.base': 'notEmail' });
