import { LANGUAGES, MOST_POINTS, QUESTION_KINDS, type Answer, type Question, type QuestionSet, type Quiz, type QuizRun } from '@jolly/core';
import Joi from 'joi';
import { inLanguages, line, richText } from './fields';
import { keptFile, percent, rubric } from './rubrics';

/** Questions and how a quiz runs, wherever they are written: in an assignment, on the shelf, in the question store. */

/** More than anybody asks at once; what a class is given in a year does not come near. */
export const MOST_QUESTIONS = 300;
const MOST_ACCEPTED = 500;
const MOST_OPTIONS = 60;
const flag = Joi.boolean().strict().required();
const key = Joi.string()
  .pattern(/^[\w-]{1,36}$/)
  .required();
const whole = (most: number, least = 0) => Joi.number().strict().integer().min(least).max(most).required();
const words = (most: number) => Joi.string().trim().max(most).allow('').required();
const decimal = Joi.string()
  .pattern(/^-?\d{1,60}(\.\d{1,60}|\/\d{1,60})?$/)
  .messages({ 'string.pattern.base': 'notNumber' });
const entry = { id: key, text: richText };
const entries = Joi.array().items(Joi.object(entry)).max(MOST_OPTIONS).unique('id').required();
const options = Joi.array()
  .items(Joi.object({ ...entry, staysLast: flag, explanation: words(2000) }))
  .max(MOST_OPTIONS)
  .unique('id')
  .required();
const keys = Joi.array().items(key.optional()).max(MOST_OPTIONS).unique().required();
const gap = Joi.object({
  accepted: Joi.array()
    .items(Joi.object({ text: words(500), percent }))
    .max(MOST_ACCEPTED)
    .required(),
  weight: whole(1_000_000, 1),
  ignoreCase: flag,
  ignoreAccents: flag,
  ignorePunctuation: flag,
  near: Joi.valid(0, 1, 2).required(),
  nearPercent: percent,
});
const coordinate = whole(10_000);
export const region = Joi.alternatives().conditional('.shape', {
  switch: [
    {
      is: 'rect',
      then: Joi.object({ shape: 'rect', percent, x: coordinate, y: coordinate, w: coordinate, h: coordinate }),
    },
    {
      is: 'ellipse',
      then: Joi.object({ shape: 'ellipse', percent, cx: coordinate, cy: coordinate, rx: coordinate, ry: coordinate }),
    },
  ],
  otherwise: Joi.object({
    shape: Joi.valid('polygon').required(),
    percent,
    points: Joi.array().items(Joi.array().ordered(coordinate, coordinate).length(2)).min(3).max(60).required(),
  }),
});
const mode = (...modes: string[]) =>
  Joi.string()
    .valid(...modes)
    .required();

const common = {
  id: key,
  text: richText,
  spoken: keptFile.allow(null).required(),
  points: whole(MOST_POINTS),
  explanation: words(5000),
  aims: Joi.array().items(line.min(1).max(120)).max(20).unique().required(),
  language: Joi.string().valid(...LANGUAGES),
  otherWords: inLanguages(
    Joi.object({
      text: richText,
      spoken: keptFile.allow(null).required(),
      entries: Joi.object()
        .pattern(key.optional(), richText.optional())
        .max(2 * MOST_OPTIONS)
        .required(),
      explanation: words(5000),
      ofOptions: Joi.object().pattern(key.optional(), words(2000).optional()).max(MOST_OPTIONS),
    }),
  ),
  setId: key.allow(null),
  storeId: Joi.string().guid({ version: 'uuidv4' }).allow(null).required(),
};
const picture = keptFile.keys({ alt: words(500) });
const FORMS: Record<Question['kind'], Joi.PartialSchemaMap> = {
  one: { options, key: keys },
  several: { options, key: keys, mode: mode('all', 'each') },
  trueFalse: { key: Joi.array().items(Joi.valid('true', 'false')).max(1).required() },
  gaps: { gaps: Joi.array().items(gap).max(30).required() },
  short: { gaps: Joi.array().items(gap).length(1).required() },
  number: {
    accepted: Joi.array()
      .items(
        Joi.object({
          value: decimal.required(),
          tolerance: decimal.allow(null).required(),
          tolerancePercent: decimal.allow(null).required(),
          percent,
        }),
      )
      .max(20)
      .required(),
    unit: words(60),
  },
  match: {
    left: entries,
    right: entries,
    pairs: Joi.array().items(Joi.array().ordered(key, key).length(2)).max(MOST_OPTIONS).required(),
    mode: mode('all', 'each'),
  },
  order: { items: entries, mode: mode('all', 'pairs') },
  place: { picture: picture.allow(null).required(), regions: Joi.array().items(region).max(20).required() },
  own: { rubric: rubric.allow(null).required() },
  file: { rubric: rubric.allow(null).required() },
  drawing: { rubric: rubric.allow(null).required() },
  recording: { rubric: rubric.allow(null).required() },
};
/** A question of any kind. Entries that a key or a pair names must be there. */
export const question = Joi.alternatives()
  .conditional('.kind', {
    switch: QUESTION_KINDS.map((kind) => ({ is: kind, then: Joi.object({ ...common, kind: Joi.valid(kind).required(), ...FORMS[kind] }) })),
    otherwise: Joi.object({
      kind: Joi.string()
        .valid(...QUESTION_KINDS)
        .required(),
    }).unknown(true),
  })
  .custom((value: Question, helpers) => (namesOnlyItsOwn(value) ? value : helpers.error('question.key')))
  .messages({ 'question.key': 'question.key' });

// Whether an answer fits its question is asked of the question (core/quiz, answerProblem); here only its size is.
export const givenAnswer = Joi.alternatives<Answer>(
  Joi.valid(null),
  Joi.string().max(20_000).allow(''),
  Joi.array().items(Joi.string().max(500).allow('', null), Joi.number().strict()).max(60),
  Joi.object().pattern(key.optional(), Joi.string().max(36)).max(60),
).required();

function namesOnlyItsOwn(value: Question): boolean {
  const among = (list: readonly { id: string }[], id: string) => list.some((one) => one.id === id);
  if (value.kind === 'one' || value.kind === 'several') return value.key.every((id) => among(value.options, id));
  if (value.kind === 'match') return value.pairs.every(([left, right]) => among(value.left, left) && among(value.right, right));
  return true;
}

const showWhen = (...more: string[]) =>
  Joi.string()
    .valid('atOnce', 'afterClosing', 'whenReturned', ...more)
    .required();
/** Said by a quiz that was taken out earlier; how numbers are written is its class's now. */
const SAID_EARLIER: Joi.PartialSchemaMap = { decimal: Joi.any().strip() };
const run = Joi.object<QuizRun, true>({
  limitMinutes: Joi.number().strict().integer().min(1).max(6000).allow(null).required(),
  ownOrder: flag,
  mixSets: flag,
  ownOptions: flag,
  oneWay: flag,
  shows: Joi.object({
    score: showWhen(),
    marks: showWhen('never'),
    key: showWhen('never'),
    explanations: showWhen('never'),
  }).required(),
}).append<QuizRun>(SAID_EARLIER);
const sets = Joi.array()
  .items(Joi.object<QuestionSet, true>({ id: key, name: words(80), take: whole(MOST_QUESTIONS, 1) }))
  .max(60)
  .unique('id')
  .required();
export const quiz = Joi.object<Quiz, true>({
  run: run.required(),
  sets,
  questions: Joi.array().items(question).max(MOST_QUESTIONS).unique('id').required(),
});
