import {
  LANGUAGES,
  MOST_PAPER_PAGES,
  MOST_PLACES,
  MOST_POINTS,
  MOST_STICKERS,
  PAPER_SIDE,
  type PaperPlace,
  type RubricChoices,
} from '@jolly/core';
import Joi from 'joi';
import type { PaperSetting } from '../contract';
import { id, inLanguages, line, richText } from './fields';
import { quiz } from './quizzes';
import { keptFile, percent, rubric, shortText } from './rubrics';

/** What is asked of students and how it is scored, wherever it is written: in an assignment, on the shelf, in a class. */

const perUnit = Joi.object({
  kind: Joi.valid('perDay', 'perSchoolDay', 'perHour').required(),
  percent,
  of: Joi.valid('max', 'earned').required(),
  maxPercentOff: percent,
  floorPercent: percent,
});
export const lateRule = Joi.alternatives(
  Joi.object({ kind: Joi.valid('none').required() }),
  perUnit,
  Joi.object({ kind: Joi.valid('cap').required(), percent }),
);
const scoring = Joi.alternatives().conditional('.by', {
  switch: [
    { is: 'rubric', then: Joi.object({ by: 'rubric', rubric: rubric.required(), shelfId: id.allow(null) }) },
    {
      is: 'words',
      then: Joi.object({
        by: 'words',
        words: Joi.array()
          .max(20)
          .items(Joi.object({ name: shortText(80), percent: Joi.number().strict().integer().min(0).max(200_000).required() }))
          .required(),
      }),
    },
  ],
  otherwise: Joi.object({ by: Joi.valid('points', 'done', 'none').required() }),
});
const attachmentOf = (kind: string, more: Joi.PartialSchemaMap) =>
  Joi.object({
    id,
    kind: Joi.valid(kind).required(),
    title: shortText(200),
    use: Joi.valid('toRead', 'oneEach', 'onePerGroup').required(),
    example: Joi.boolean().strict().required(),
    ...more,
  });
const side = Joi.number().strict().integer().min(0).max(PAPER_SIDE).required();
const place = Joi.object<PaperPlace, true>({
  id,
  page: Joi.number().strict().integer().min(1).max(MOST_PAPER_PAGES).required(),
  kind: Joi.string().valid('words', 'tick').required(),
  x: side,
  y: side,
  width: side,
  height: side,
  label: shortText(200),
});
const paper = Joi.object<PaperSetting, true>({
  places: Joi.array().items(place).max(MOST_PLACES).unique('id').required(),
  stickers: Joi.array().items(keptFile).max(MOST_STICKERS).unique('id').required(),
});
const attachment = Joi.alternatives().conditional('.kind', {
  switch: [
    { is: 'file', then: attachmentOf('file', { file: keptFile.required(), paper }) },
    {
      is: 'link',
      then: attachmentOf('link', {
        url: Joi.string()
          .max(2000)
          .uri({ scheme: ['http', 'https'] })
          .required(),
      }),
    },
    { is: 'worksheet', then: attachmentOf('worksheet', { text: richText }) },
  ],
  otherwise: attachmentOf('handout', { briefId: id }),
});
export const briefForm = {
  kind: Joi.string().valid('assignment', 'handout').required(),
  title: shortText(200),
  instructions: richText,
  spoken: keptFile.allow(null).required(),
  // What was kept before, in a browser or on the shelf, was written in one language and does not say in which.
  language: Joi.string()
    .valid(...LANGUAGES)
    .default('en'),
  otherWords: inLanguages(Joi.object({ title: shortText(200), instructions: richText, spoken: keptFile.allow(null).required() })).default(
    {},
  ),
  attachments: Joi.array().items(attachment).max(40).required(),
  how: Joi.string().valid('handIn', 'quiz', 'inClass').required(),
  // What was kept before there were quizzes, in a browser or on the shelf, does not name one.
  quiz: quiz
    .allow(null)
    .default(null)
    .when('how', { is: 'quiz', then: Joi.invalid(null).required(), otherwise: Joi.valid(null) }),
  accepts: Joi.array()
    .items(Joi.valid('text', 'files', 'photos', 'drawing', 'recording', 'link'))
    .unique()
    .required(),
  // What was kept before, in a browser or on the shelf, does not say.
  voiceAnswers: Joi.boolean().strict().default(false),
  scoring: scoring.required(),
  points: Joi.number().strict().integer().min(1).max(MOST_POINTS).allow(null).required(),
  aims: Joi.array().items(line.min(1).max(120)).max(20).unique().required(),
  minutes: Joi.number().strict().integer().min(1).max(6000).allow(null).required(),
  rounds: Joi.number().strict().integer().min(1).max(50).allow(null).required(),
  roundRule: Joi.string().valid('latest', 'best', 'mean').required(),
  lateRule: lateRule.allow(null).required(),
  standingHolds: Joi.boolean().strict().required(),
  // What was kept before does not say.
  familyTick: Joi.boolean().strict().default(false),
};
/** Chosen levels, by criterion. */
export const rubricChoices = Joi.object<RubricChoices>()
  .pattern(
    Joi.string().max(36),
    Joi.object({ levelId: Joi.string().max(36).required(), points: Joi.number().strict().integer().min(0).max(MOST_POINTS).required() }),
  )
  .max(100)
  .required();
