import Joi from 'joi';
import { id } from './fields';

/** What stands in the addresses of several features. */

export const classParams = Joi.object({ classId: id });
export const briefParams = Joi.object({ briefId: id });
export const assignmentParams = Joi.object({ assignmentId: id });
export const pieceParams = Joi.object({ assignmentId: id, studentId: id });
export const childParams = Joi.object({ studentId: id });
export const memberParams = Joi.object({ classId: id, studentId: id });
export const fileParams = Joi.object({ fileId: id });
export const fileQuery = Joi.object({ as: Joi.valid('inline') });
export const keepQuery = Joi.object({ as: Joi.valid('picture') });
export const codeParams = Joi.object({ code: Joi.string().max(32).required() });
