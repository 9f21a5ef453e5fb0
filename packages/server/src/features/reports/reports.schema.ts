import { LANGUAGES, LONGEST_NOTE, MOST_BLANKS, REPORT_PARTS, type ReportSettings } from '@jolly/core';
import Joi from 'joi';
import type { ReportJobRequest, ReportPresetRequest, ReportPreviewRequest, SendLettersRequest } from '../../contract';
import { id, line, localDay } from '../../forms/fields';

const flag = Joi.boolean().strict().required();
const ids = (most: number) => Joi.array().items(id.optional()).max(most).unique();
const note = Joi.string().max(LONGEST_NOTE).allow('').required();
const time = Joi.alternatives(
  Joi.object({ kind: Joi.valid('term').required(), name: Joi.string().max(80).allow(null).required() }),
  Joi.object({ kind: Joi.valid('year').required() }),
  Joi.object({ kind: Joi.valid('dates').required(), from: localDay.required(), to: localDay.required() }).custom(
    (value: { from: string; to: string }, helpers) => (value.to < value.from ? helpers.error('dates.order') : value),
  ),
).messages({ 'dates.order': 'dates.order' });

export const settingsForm = Joi.object<ReportSettings, true>({
  title: line.max(200).allow('').required(),
  classIds: ids(200).required(),
  studentIds: ids(5000).allow(null).required(),
  withLeft: flag,
  by: Joi.string().valid('student', 'class', 'studentAll').required(),
  parts: Joi.array()
    .items(Joi.valid(...REPORT_PARTS))
    .unique()
    .required(),
  time: time.required(),
  only: Joi.object({
    missing: flag,
    late: flag,
    sentBack: flag,
    below: Joi.number().strict().integer().min(0).max(1_000_000).allow(null).required(),
  }).required(),
  onlyWith: flag,
  withoutData: flag,
  scores: Joi.string().valid('returned', 'all').required(),
  show: Joi.object({ percent: flag, points: flag, band: flag }).required(),
  sort: Joi.string().valid('name', 'total', 'missing', 'bearing').required(),
  sortWork: Joi.string().valid('due', 'category', 'title', 'score').required(),
  above: note,
  below: note,
  signature: Joi.string().max(200).allow('').required(),
  blanks: Joi.array().items(Joi.string().trim().min(1).max(60)).max(MOST_BLANKS).required(),
  landscape: flag,
  pageEach: flag,
  shading: flag,
  language: Joi.string()
    .valid(...LANGUAGES)
    .required(),
});
export const previewBody = Joi.object<ReportPreviewRequest, true>({ settings: settingsForm.required(), whole: Joi.boolean().strict() });
export const presetBody = Joi.object<ReportPresetRequest, true>({
  name: line.min(1).max(120).required(),
  settings: settingsForm.required(),
});
export const jobBody = Joi.object<ReportJobRequest, true>({
  settings: settingsForm.required(),
  format: Joi.string().valid('pdf', 'xlsx', 'ods', 'csv').required(),
});
export const lettersBody = Joi.object<{ settings: ReportSettings }, true>({ settings: settingsForm.required() });
export const sendBody = Joi.object<SendLettersRequest, true>({
  settings: settingsForm.required(),
  digest: Joi.string().hex().length(64).required(),
  chosen: Joi.array()
    .items(Joi.object({ key: Joi.string().max(80).required(), familyId: id }))
    .min(1)
    .max(2000)
    .required(),
});
export const presetParams = Joi.object({ presetId: id });
export const jobParams = Joi.object({ jobId: id });
