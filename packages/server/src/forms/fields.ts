import { cleanRichText, hasHidden, isLocalDate, LANGUAGES, LONGEST_NAME, richTextProblem, type RichText } from '@jolly/core';
import Joi from 'joi';

/** Forms that several schemas use. */
export const id = Joi.string().guid({ version: 'uuidv4' }).required();
export const instantOrNull = Joi.number()
  .strict()
  .integer()
  .min(0)
  .max(4_102_444_800_000)
  .allow(null)
  .required()
  .messages({ 'number.max': 'tooLate' });
/** A day that exists, YYYY-MM-DD. */
export const localDay = Joi.string()
  .custom((value: string, helpers) => (isLocalDate(value) ? value : helpers.error('day.unknown')))
  .messages({ 'day.unknown': 'day.unknown' });
export const version = Joi.number().strict().integer().min(0).required();
/** One line that people read: a name, a title. Nothing in it is hidden (core/roster `hasHidden`). */
export const line = Joi.string()
  .trim()
  .custom((value: string, helpers) => (hasHidden(value) ? helpers.error('line.hidden') : value))
  .messages({ 'line.hidden': 'line.hidden' });
export const personName = { givenName: line.min(1).max(LONGEST_NAME).required(), familyName: line.max(LONGEST_NAME).allow('').required() };

/**
 * A document of the editor, checked node by node (core/richtext). What is foreign in it is taken out, so that
 * words pasted from anywhere are kept and nothing else; what is no document at all is refused.
 */
export const richText = Joi.object()
  .unknown(true)
  .custom((value: RichText, helpers) => {
    const first = richTextProblem(value);
    if (first === null) return value;
    if (first.problem === 'tooDeep' || first.problem === 'tooLong') return helpers.error('richText.problem', first);
    const cleaned = value.type === 'doc' && Array.isArray(value.content) ? cleanRichText(value) : value;
    const found = richTextProblem(cleaned);
    return found ? helpers.error('richText.problem', found) : cleaned;
  })
  .messages({ 'richText.problem': 'richText.problem' })
  .required();

/** The same in other languages, by language, in those in which it was written. */
export const inLanguages = (one: Joi.Schema) => Joi.object(Object.fromEntries(LANGUAGES.map((language) => [language, one.optional()])));
