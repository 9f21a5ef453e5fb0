import { LANGUAGES, MOST_POINTS } from '@jolly/core';
import Joi from 'joi';
import type { AnswersRequest, CorrectionRequest, MarkRequest, QuizFileRequest, QuizPrintRequest } from '../../contract';
import { rubricChoices } from '../../forms/briefs';
import { id, version } from '../../forms/fields';
import { givenAnswer, MOST_QUESTIONS, region } from '../../forms/quizzes';

const key = Joi.string()
  .pattern(/^[\w-]{1,36}$/)
  .required();
const number = Joi.number().strict().integer().min(1).max(1000).required();

export const answersBody = Joi.object<AnswersRequest, true>({
  number,
  answers: Joi.array()
    .items(Joi.object({ id, questionId: key, answer: givenAnswer, insteadOf: id.allow(null) }))
    .min(1)
    .max(MOST_QUESTIONS)
    .unique('id')
    .required(),
});
export const forwardBody = Joi.object<{ number: number; position: number }, true>({
  number,
  position: Joi.number().strict().integer().min(0).max(MOST_QUESTIONS).required(),
});
export const endBody = Joi.object<{ number: number }, true>({ number });

const right = Joi.alternatives().conditional('.kind', {
  switch: [
    { is: 'option', then: Joi.object({ kind: 'option', optionId: key }) },
    {
      is: 'text',
      then: Joi.object({
        kind: 'text',
        gap: Joi.number().strict().integer().min(0).max(60).required(),
        text: Joi.string().trim().max(500).required(),
      }),
    },
    { is: 'value', then: Joi.object({ kind: 'value', value: Joi.string().max(120).required() }) },
    { is: 'pair', then: Joi.object({ kind: 'pair', left: key, right: key }) },
    { is: 'order', then: Joi.object({ kind: 'order', items: Joi.array().items(key).max(60).unique().required() }) },
  ],
  otherwise: Joi.object({ kind: Joi.valid('region').required(), region: region.required() }),
});
export const correctionBody = Joi.object<CorrectionRequest, true>({
  questionId: key,
  correction: Joi.alternatives()
    .conditional('.kind', {
      is: 'countRight',
      then: Joi.object({ kind: 'countRight', right: right.required() }),
      otherwise: Joi.object({ kind: Joi.valid('leaveOut').required(), how: Joi.valid('dropped', 'everyone').required() }),
    })
    .required(),
  giveBack: Joi.boolean().strict().required(),
});
export const fileBody = Joi.object<QuizFileRequest, true>({ format: Joi.string().valid('qti3', 'qti21', 'csv', 'xlsx').required() });
export const readQuery = Joi.object<{ decimal?: '.' | ',' }>({ decimal: Joi.string().valid('.', ',') });
export const printBody = Joi.object<QuizPrintRequest, true>({
  orders: Joi.number().strict().integer().min(1).max(4).required(),
  key: Joi.boolean().strict().required(),
  language: Joi.string().valid(...LANGUAGES),
});
export const actParams = Joi.object({ assignmentId: id, actId: id });
export const questionParams = Joi.object({ assignmentId: id, questionId: key });
export const markParams = Joi.object({ assignmentId: id, tryId: id, questionId: key });
export const tryParams = Joi.object({ assignmentId: id, tryId: id });
export const markBody = Joi.object<MarkRequest, true>({
  points: Joi.number().strict().integer().min(0).max(MOST_POINTS).allow(null).required(),
  choices: rubricChoices.allow(null),
  remark: Joi.string().trim().max(5000).allow('').required(),
  remarks: Joi.array().items(id.optional()).max(50).unique().required(),
  version,
});
export const lateBody = Joi.object<{ counts: boolean }, true>({ counts: Joi.boolean().strict().required() });
