import { CONTEXT, MOST_POINTS } from '@jolly/core';
import Joi from 'joi';
import type {
  MarkingChange,
  NoteChange,
  NoteRequest,
  ReturnRequest,
  ReturnsRequest,
  ScoreRequest,
  ScoresRequest,
  SecondScoreRequest,
  SendBackRequest,
  WaiveRequest,
} from '../../contract';
import { id, instantOrNull, richText, version } from '../../forms/fields';
import { rubricChoices } from '../../forms/briefs';
import { keptFile } from '../../forms/rubrics';

const earned = Joi.number().strict().integer().min(0).max(MOST_POINTS).allow(null).required();
const chosen = Joi.alternatives()
  .conditional('.by', {
    switch: [
      { is: 'rubric', then: Joi.object({ by: 'rubric', choices: rubricChoices }) },
      { is: 'words', then: Joi.object({ by: 'words', word: Joi.string().max(80).required() }) },
    ],
    otherwise: Joi.object({ by: Joi.valid('done').required(), done: Joi.boolean().strict().required() }),
  })
  .allow(null)
  .required();
const said = (most: number) => Joi.string().trim().min(1).max(most).required();

export const scoreBody = Joi.object<ScoreRequest & { remarks?: string[] }, true>({
  earned,
  chosen,
  remark: richText,
  words: Joi.object().pattern(Joi.string().max(36), Joi.string().trim().max(2000).allow('')).max(100),
  adjust: Joi.object({
    by: Joi.number().strict().integer().min(-MOST_POINTS).max(MOST_POINTS).required(),
    reason: Joi.string().trim().max(300).allow('').required(),
  }).allow(null),
  bonusConfirmed: Joi.boolean().strict(),
  group: Joi.object({
    differ: Joi.array()
      .items(Joi.object({ studentId: id, earned: Joi.number().strict().integer().min(0).max(MOST_POINTS).required() }))
      .max(100)
      .unique('studentId')
      .required(),
  }),
  remarks: Joi.array().items(id.optional()).max(50),
  version,
});
export const scoresBody = Joi.object<ScoresRequest, true>({
  scores: Joi.array()
    .items(Joi.object({ studentId: id, version, earned, chosen, remark: richText.optional() }))
    .min(1)
    .max(400)
    .unique('studentId')
    .required(),
  bonusConfirmed: Joi.boolean().strict(),
});
export const returnBody = Joi.object<ReturnRequest, true>({
  studentIds: Joi.alternatives(Joi.valid('allHeld'), Joi.array().items(id.optional()).min(1).max(400).unique()).required(),
  confirmed: Joi.boolean().strict(),
  at: Joi.number().strict().integer().min(0).max(4_102_444_800_000),
});
export const returnsBody = Joi.object<ReturnsRequest, true>({
  returns: Joi.array()
    .items(
      Joi.object({
        assignmentId: id,
        studentIds: Joi.alternatives(Joi.valid('allHeld'), Joi.array().items(id.optional()).min(1).max(400).unique()).required(),
      }),
    )
    .min(1)
    .max(200)
    .unique('assignmentId')
    .required(),
  confirmed: Joi.boolean().strict(),
  at: Joi.number().strict().integer().min(0).max(4_102_444_800_000),
});
export const sendBackBody = Joi.object<SendBackRequest, true>({ reason: said(2000), newDue: instantOrNull, version });
export const waiveBody = Joi.object<WaiveRequest, true>({
  waives: Joi.boolean().strict().required(),
  reason: Joi.string().trim().max(300).allow('').required(),
});
export const markingBody = Joi.object<MarkingChange, true>({
  namesHidden: Joi.boolean().strict(),
  secondMarker: id.optional().allow(null),
});
export const secondBody = Joi.object<SecondScoreRequest, true>({
  earned,
  chosen,
  remark: Joi.string().trim().max(4000).allow('').required(),
});
export const agreeBody = Joi.object<Pick<ScoreRequest, 'earned' | 'chosen' | 'version'>, true>({ earned, chosen, version });

const thousandth = Joi.number().strict().integer().min(0).max(1000).required();
const context = Joi.string().max(CONTEXT).allow('').required();
const whole = (most: number) => Joi.number().strict().integer().min(0).max(most).required();
const place = Joi.alternatives()
  .conditional('.kind', {
    switch: [
      {
        is: 'text',
        then: Joi.object({
          kind: 'text',
          part: Joi.string().max(80).required(),
          start: whole(1_000_000),
          end: whole(1_000_000),
          quote: Joi.string().max(20_000).required(),
          before: context,
          after: context,
        }),
      },
      {
        is: 'area',
        then: Joi.object({
          kind: 'area',
          fileId: id,
          page: Joi.number().strict().integer().min(1).max(10_000).required(),
          x: thousandth,
          y: thousandth,
          width: thousandth,
          height: thousandth,
        }),
      },
      {
        is: 'pen',
        then: Joi.object({
          kind: 'pen',
          fileId: id,
          page: Joi.number().strict().integer().min(1).max(10_000).required(),
          strokes: Joi.array()
            .items(Joi.array().items(Joi.number().strict().integer().min(-100).max(1100)).min(2).max(4000))
            .min(1)
            .max(300)
            .required(),
        }),
      },
    ],
    otherwise: Joi.object({ kind: Joi.valid('moment').required(), fileId: id, at: whole(86_400_000) }),
  })
  .required();
const noteText = Joi.string().trim().max(4000).allow('').required();
export const noteBody = Joi.object<NoteRequest & { remark?: string }, true>({
  version: Joi.number().strict().integer().min(1).required(),
  place,
  text: noteText,
  spoken: keptFile.allow(null),
  remark: id.optional(),
});
export const noteChangeBody = Joi.object<NoteChange, true>({ place, text: noteText, spoken: keptFile.allow(null), edition: version });
export const saidBody = Joi.object<{ text: string }, true>({ text: said(4000) });
export const questionBody = Joi.object<{ text: string }, true>({ text: said(2000) });
export const settledBody = Joi.object<{ settled: boolean }, true>({ settled: Joi.boolean().strict().required() });

export const noteParams = Joi.object({ assignmentId: id, studentId: id, noteId: id });
export const ownNoteParams = Joi.object({ assignmentId: id, noteId: id });
export const pieceFileParams = Joi.object({ assignmentId: id, studentId: id, fileId: id });
export const questionParams = Joi.object({ assignmentId: id, studentId: id, questionId: id });
export const roundParams = Joi.object({ assignmentId: id, studentId: id, version: Joi.number().integer().min(1).max(10_000).required() });
export const timedParams = Joi.object({ assignmentId: id, timedId: id });
export const pileQuery = Joi.object({ sections: Joi.valid('apart', 'together').default('apart') });
export const fileKindQuery = Joi.object({ as: Joi.valid('file', 'voice').default('file') });

export const rescoringBody = Joi.object<{ studentIds: string[] }, true>({
  studentIds: Joi.array().items(id).min(1).max(400).unique().required(),
});
