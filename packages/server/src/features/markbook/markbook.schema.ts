import Joi from 'joi';
import type { BookEditsRequest, BookTakeOut } from '../../contract';
import { id, version } from '../../forms/fields';

/** 60 students by 300 assignments, and some. */
export const MOST_EDITS = 20_000;

const edit = Joi.object({
  assignmentId: id,
  studentId: id,
  version,
  text: Joi.string().max(200).allow(''),
  restore: id.optional(),
  remark: Joi.string().max(4000).allow(''),
}).xor('text', 'restore', 'remark');

export const bookQuery = Joi.object({ sections: Joi.valid('apart', 'together').default('apart') });
export const cellsBody = Joi.object<{ assignmentIds: string[] }, true>({
  assignmentIds: Joi.array().items(id).min(1).max(400).unique().required(),
});
export const editsBody = Joi.object<BookEditsRequest, true>({
  kind: Joi.string().valid('typed', 'pasted', 'filled', 'sameForAll', 'restored', 'remarked').required(),
  edits: Joi.array().items(edit).min(1).max(MOST_EDITS).required(),
  bonusConfirmed: Joi.boolean().strict(),
});
export const actParams = Joi.object({ classId: id, actId: id });
export const takeOutQuery = Joi.object<BookTakeOut, true>({
  as: Joi.string().valid('xlsx', 'ods', 'csv', 'oneroster', 'oneroster12').required(),
  viewpoint: Joi.string().valid('teacher', 'student').default('teacher'),
  term: Joi.string().max(60),
});
export const bringInBody = Joi.object({});
export const confirmBody = Joi.object<{ digest: string }, true>({ digest: Joi.string().max(64).required() });
