import Joi from 'joi';
import { id } from '../../forms/fields';

export const notedFileParams = Joi.object({ assignmentId: id, studentId: id, fileId: id });
export const ownNotedFileParams = Joi.object({ assignmentId: id, fileId: id });
