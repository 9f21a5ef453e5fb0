import {
  FILE_STUDENTS,
  isTimeZone,
  LANGUAGES,
  MOST_BANDS,
  MOST_CATEGORIES,
  MOST_CLOSURES,
  MOST_TERM_WEIGHT,
  NOTICE_ANSWERS,
  STUDENT_NOTICES,
  WALL_REMARKS,
} from '@jolly/core';
import Joi from 'joi';
import type {
  CalendarAnswer,
  CalendarProposalRequest,
  CalendarChange,
  CalendarRequest,
  ClassChange,
  ClassRequest,
  CopyRequest,
  JoinCodeRequest,
  ReadClosuresRequest,
  SchemeRequest,
  UnitsRequest,
} from '../../contract';
import { id, inLanguages, instantOrNull, line, localDay, version } from '../../forms/fields';
import { lateRule } from '../../forms/briefs';

const percent = Joi.number().strict().integer().min(0).max(100_000).required();
const zone = Joi.string()
  .custom((value: string, helpers) => (isTimeZone(value) ? value : helpers.error('zone.unknown')))
  .messages({ 'zone.unknown': 'zone.unknown' });
const short = line.max(60).allow('');
const graceMinutes = Joi.number().strict().integer().min(0).max(1440);
const fields = {
  section: short,
  subject: line.max(80).allow(''),
  level: short,
  room: short,
  hue: Joi.number().strict().integer().min(0).max(7),
  zone,
  calendarId: id.optional(),
  dueTime: Joi.string()
    .pattern(/^([01]\d|2[0-3]):[0-5]\d$/)
    .allow(null),
  graceMinutes,
  lateRule,
  liveLink: Joi.string()
    .trim()
    .uri({ scheme: ['https', 'http'] })
    .max(500)
    .allow(null),
  liveMinutes: Joi.number().strict().integer().min(0).max(240),
  familyTotals: Joi.boolean().strict(),
  familyFeedback: Joi.boolean().strict(),
  familyWork: Joi.boolean().strict(),
  familyAsks: Joi.boolean().strict(),
  letterShows: Joi.string().valid('nothing', 'words', 'score'),
  roundTimes: Joi.boolean().strict(),
  fileClass: line.max(40).allow(''),
  fileStudents: Joi.string().valid(...FILE_STUDENTS),
  decimalMark: Joi.string().valid('.', ','),
  noticeAnswers: Joi.string().valid(...NOTICE_ANSWERS),
  studentNotices: Joi.string().valid(...STUDENT_NOTICES),
  wallRemarks: Joi.string().valid(...WALL_REMARKS),
  wallsForFamilies: Joi.boolean().strict(),
  simpleView: Joi.boolean().strict(),
};
const name = line.min(1).max(120);

export const newClassBody = Joi.object<ClassRequest, true>({ name: name.required(), ...fields });
export const editClassBody = Joi.object<ClassChange, true>({ name, ...fields, version });
export const putAwayBody = Joi.object<{ away: boolean }, true>({ away: Joi.boolean().strict().required() });
export const joinCodeBody = Joi.object<JoinCodeRequest, true>({
  open: Joi.boolean().strict().required(),
  until: instantOrNull,
  asksNumber: Joi.boolean().strict().required(),
});

const count = Joi.number().strict().integer().min(0).max(1000);
// What a scheme means is the core's to judge (schemeProblems); this is only its shape.
const category = Joi.object({
  id,
  name: line.max(80).allow('').required(),
  weight: Joi.number().strict().integer().min(-100_000_000).max(100_000_000).required(),
  within: Joi.valid('pooled', 'equal').required(),
  leaveOut: count.required(),
  keepBest: count.allow(null).required(),
  bonus: Joi.boolean().strict().required(),
});
const scheme = Joi.object({
  kind: Joi.valid('weighted', 'points', 'none').required(),
  categories: Joi.array().items(category).max(MOST_CATEGORIES).unique('id').required(),
  missing: Joi.object({ kind: Joi.valid('leaveOut', 'whenClosed', 'whenDue').required(), percent: percent.max(1_000_000) }).required(),
  decimals: Joi.valid(0, 1, 2).required(),
  bands: Joi.array()
    .items(
      Joi.object({
        name: line.max(40).allow('').required(),
        from: Joi.number().strict().integer().min(0).max(200_000).required(),
        otherNames: inLanguages(line.max(40).allow('')),
      }),
    )
    .max(MOST_BANDS)
    .required(),
  bandsLanguage: Joi.string().valid(...LANGUAGES),
  bandsBy: Joi.valid('shown', 'exact').required(),
  termWeights: Joi.object().pattern(Joi.string().max(60), Joi.number().strict().integer().min(0).max(MOST_TERM_WEIGHT)).max(20),
}).required();
const bearing = Joi.object({
  passLine: percent,
  missingLimit: Joi.number().strict().integer().min(1).max(100).required(),
  drop: percent.min(1),
  overWeeks: Joi.number().strict().integer().min(1).max(52).required(),
  margin: percent,
}).required();
export const schemeBody = Joi.object<SchemeRequest, true>({
  scheme,
  bearing,
  lateRule: lateRule.required(),
  graceMinutes: graceMinutes.required(),
  refile: Joi.object().pattern(id.optional(), id.allow(null)).required(),
  version,
});
export const unitsBody = Joi.object<UnitsRequest, true>({
  units: Joi.array()
    .items(Joi.object({ id: id.allow(null), name: line.min(1).max(120).required() }))
    .max(200)
    .required(),
});
export const copyBody = Joi.object<CopyRequest, true>({
  name: name.required(),
  section: short.required(),
  from: localDay.required(),
  to: localDay.required(),
  calendarId: id,
  assignments: Joi.boolean().strict().required(),
  version,
});

const span = { from: Joi.string().max(10).required(), to: Joi.string().max(10).required() };
const terms = Joi.array()
  .items(Joi.object({ ...span, name: line.max(60).allow('').required() }))
  .max(20)
  .required();
const calendar = {
  name: line.min(1).max(120).required(),
  schoolDays: Joi.array().items(Joi.number().strict().integer().min(1).max(7)).unique().required(),
  closures: Joi.array()
    .items(Joi.object({ ...span, name: line.max(80).allow('') }))
    .max(MOST_CLOSURES)
    .required(),
  terms,
};
export const calendarParams = Joi.object({ calendarId: id });
export const newCalendarBody = Joi.object<CalendarRequest & { classId: string }, true>({ ...calendar, classId: id });
export const calendarBody = Joi.object<CalendarChange, true>({ ...calendar, version });
export const icsBody = Joi.object<ReadClosuresRequest, true>({
  text: Joi.string().max(1_000_000).required(),
  terms,
  zone: zone.required(),
});
export const teacherParams = Joi.object({ classId: id, teacherId: id });
export const calendarChangeParams = Joi.object({ changeId: id });
export const proposalBody = Joi.object<CalendarProposalRequest, true>({
  ...calendar,
  version,
  word: Joi.string().trim().max(500).allow('').required(),
});
export const calendarAnswerBody = Joi.object<CalendarAnswer, true>({
  yes: Joi.boolean().strict().required(),
  word: Joi.string().trim().max(500).allow('').required(),
});
