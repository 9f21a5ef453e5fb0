import { WALL_NAMES, WALL_REMARK_KINDS, WALL_STANDS } from '@jolly/core';
import Joi from 'joi';
import type { NewWallRequest, NoticeVerdict, WallRemarkRequest, WallRemarksVerdict, WallRequest, WallShowRequest } from '../../contract';
import { id, line, version } from '../../forms/fields';

const words = {
  title: line.min(1).max(200).required(),
  prompt: Joi.string().trim().max(1000).allow('').required(),
  names: Joi.string()
    .valid(...WALL_NAMES)
    .required(),
};
const verdict = { shown: Joi.boolean().strict().required(), word: Joi.string().trim().max(500).allow('').required() };

export const wallParams = Joi.object({ wallId: id });
export const wallPieceParams = Joi.object({ wallId: id, wallPieceId: id });
export const wallRemarkParams = Joi.object({ wallId: id, remarkId: id });
export const newWallBody = Joi.object<NewWallRequest, true>({ id, ...words, assignmentId: id.allow(null) });
export const wallBody = Joi.object<WallRequest, true>({
  ...words,
  stand: Joi.string()
    .valid(...WALL_STANDS)
    .required(),
  version,
});
const none = Joi.valid(null).required();
export const wallShowBody = Joi.object<WallShowRequest, true>({
  of: Joi.alternatives(Joi.object({ assignmentId: id, pieceId: none }), Joi.object({ assignmentId: none, pieceId: id })).required(),
  shown: Joi.boolean().strict().required(),
});
export const wallVerdictBody = Joi.object<NoticeVerdict, true>(verdict);
export const wallRemarkBody = Joi.object<WallRemarkRequest, true>({
  id,
  kind: Joi.string()
    .valid(...WALL_REMARK_KINDS)
    .required(),
  text: Joi.string().trim().min(1).max(500).required(),
});
export const wallRemarksBody = Joi.object<WallRemarksVerdict, true>({
  remarkIds: Joi.array().items(id).min(1).max(500).unique().required(),
  ...verdict,
});
