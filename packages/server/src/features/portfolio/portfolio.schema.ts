import Joi from 'joi';
import type { OwnPortfolioRequest, PortfolioChoice, PortfolioWord } from '../../contract';
import { id, line, localDay, version } from '../../forms/fields';

const flag = Joi.boolean().strict().required();
export const choiceBody = Joi.object<PortfolioChoice, true>({ assignmentId: id, why: Joi.string().trim().max(500).allow('').required() });
export const portfolioPieceParams = Joi.object({ pieceId: id });
export const portfolioFileParams = Joi.object({ pieceId: id, fileId: id });
export const portfolioOfParams = Joi.object({ classId: id, studentId: id, pieceId: id });
export const ownPortfolioBody = Joi.object<OwnPortfolioRequest, true>({
  classId: id,
  title: line.max(200).allow('').required(),
  text: Joi.string().max(20_000).allow('').required(),
  termFrom: localDay.allow(null).required(),
  version,
  done: flag,
});
export const portfolioWordBody = Joi.object<PortfolioWord, true>({
  yes: flag,
  word: Joi.string().trim().max(500).allow('').required(),
  version,
});
