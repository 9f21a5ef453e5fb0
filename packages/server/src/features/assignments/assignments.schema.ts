import { MOST_POINTS, type Audience } from '@jolly/core';
import Joi from 'joi';
import type {
  BriefChange,
  BriefRequest,
  GroupDateRequest,
  IssueRequest,
  LoadRequest,
  OrderRequest,
  RubricTableRequest,
  SetFor,
} from '../../contract';
import { id, instantOrNull, line, richText, version, localDay } from '../../http/form';
import { lateRule } from '../classes/classes.schema';

const milliPoints = Joi.number().strict().integer().min(0).max(MOST_POINTS);
const shortText = (most: number) => line.max(most).allow('').required();
export const keptFile = Joi.object({
  id,
  name: Joi.string().max(255).required(),
  size: Joi.number().strict().integer().min(0).required(),
  mediaType: Joi.string().max(100).required(),
});
export const rubric = Joi.object({
  name: shortText(200),
  criteria: Joi.array()
    .max(100)
    .items(
      Joi.object({
        id: Joi.string().max(36).required(),
        name: shortText(200),
        weight: Joi.number().strict().integer().min(1).max(1_000_000).required(),
        aims: Joi.array().items(line.min(1).max(120)).max(20).required(),
        levels: Joi.array()
          .max(30)
          .items(
            Joi.object({
              id: Joi.string().max(36).required(),
              name: shortText(80),
              descriptor: Joi.string().trim().max(2000).allow('').required(),
              points: milliPoints.required(),
              upTo: milliPoints.allow(null).required(),
            }),
          )
          .required(),
      }),
    )
    .required(),
});
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
const attachment = Joi.alternatives().conditional('.kind', {
  switch: [
    { is: 'file', then: attachmentOf('file', { file: keptFile.required() }) },
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
export const audience = Joi.alternatives().conditional('.kind', {
  is: 'everyone',
  then: Joi.object<Audience>({ kind: 'everyone', laterJoiners: Joi.boolean().strict().required(), hereOn: localDay.optional() }),
  otherwise: Joi.object({
    kind: Joi.valid('chosen').required(),
    studentIds: Joi.array().items(id.optional()).max(400).unique().required(),
    groupIds: Joi.array().items(id.optional()).max(100).unique().required(),
  }),
});
const filing = {
  unitId: id.allow(null),
  categoryId: id.allow(null),
  countsInTotals: Joi.boolean().strict().required(),
  bonus: Joi.boolean().strict().required(),
};
const setFor = Joi.object<SetFor, true>({
  classId: id,
  opens: instantOrNull,
  due: instantOrNull,
  closes: instantOrNull,
  ...filing,
  audience: audience.required(),
  groupingId: id.allow(null),
});

export const briefForm = {
  kind: Joi.string().valid('assignment', 'handout').required(),
  title: shortText(200),
  instructions: richText,
  spoken: keptFile.allow(null).required(),
  attachments: Joi.array().items(attachment).max(40).required(),
  how: Joi.string().valid('handIn', 'inClass').required(),
  accepts: Joi.array()
    .items(Joi.valid('text', 'files', 'photos', 'drawing', 'recording', 'link'))
    .unique()
    .required(),
  scoring: scoring.required(),
  points: Joi.number().strict().integer().min(1).max(MOST_POINTS).allow(null).required(),
  aims: Joi.array().items(line.min(1).max(120)).max(20).unique().required(),
  minutes: Joi.number().strict().integer().min(1).max(6000).allow(null).required(),
  rounds: Joi.number().strict().integer().min(1).max(50).allow(null).required(),
  roundRule: Joi.string().valid('latest', 'best', 'mean').required(),
  lateRule: lateRule.allow(null).required(),
  standingHolds: Joi.boolean().strict().required(),
};
const classes = Joi.array()
  .items(setFor)
  .min(1)
  .max(40)
  .unique((a: SetFor, b: SetFor) => a.classId === b.classId)
  .required();

export const briefParams = Joi.object({ briefId: id });
export const assignmentParams = Joi.object({ assignmentId: id });
export const listQuery = Joi.object({ kind: Joi.valid('assignment', 'handout') });
export const newBriefBody = Joi.object<BriefRequest, true>({ ...briefForm, classes, fromShelf: id.allow(null) });
export const changeBriefBody = Joi.object<BriefChange, true>({
  ...briefForm,
  classes,
  version,
  tell: Joi.boolean().strict().required(),
  scores: Joi.string().valid('keep', 'scale'),
});
export const issueBody = Joi.object<IssueRequest, true>({ version, at: instantOrNull });
export const withdrawBody = Joi.object<{ version: number }, true>({ version });
export const loadBody = Joi.object<LoadRequest, true>({
  classes: Joi.array()
    .items(
      Joi.object({
        classId: id,
        due: Joi.number().strict().integer().min(0).max(4_102_444_800_000).required(),
        opens: instantOrNull,
        audience: audience.required(),
      }),
    )
    .min(1)
    .max(40)
    .required(),
  minutes: briefForm.minutes,
  briefId: id.allow(null),
});
export const groupDateParams = Joi.object({ assignmentId: id, groupId: id });
const date = instantOrNull.optional();
export const groupDateBody = Joi.object<GroupDateRequest, true>({
  opens: date,
  due: date,
  closes: date,
  reason: Joi.string().trim().max(500).allow('').required(),
  tell: Joi.boolean().strict().required(),
});
export const orderBody = Joi.object<OrderRequest, true>({
  unitId: id.allow(null),
  assignmentIds: Joi.array().items(id).max(400).unique().required(),
});
export const rescoringBody = Joi.object<{ studentIds: string[] }, true>({
  studentIds: Joi.array().items(id).min(1).max(400).unique().required(),
});
export const readRubricBody = Joi.object<{ name: string }, true>({ name: shortText(200) });
export const rubricTableBody = Joi.object<RubricTableRequest, true>({
  rubric: rubric.required(),
  format: Joi.string().valid('csv', 'xlsx').required(),
});
