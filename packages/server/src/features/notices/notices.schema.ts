import { COUNT_SHOWN, LANGUAGES, LONGEST_PLACE, MOST_CHOICES, NOTICE_ANSWERS, NOTICE_READERS, PHRASE_IDS } from '@jolly/core';
import Joi from 'joi';
import type { HandBody, NoticeAnswerRequest, NoticePauseRequest, NoticeRequest, NoticeVerdict, StudentNoticeRequest } from '../../contract';
import { noticeAttachment } from '../../forms/attachments';
import { audience } from '../../forms/audiences';
import { id, instantOrNull, line, localDay, richText, version } from '../../forms/fields';
import { keptFile, shortText } from '../../forms/rubrics';

const flag = Joi.boolean().strict().required();
const choiceId = Joi.string()
  .pattern(/^[\w-]{1,36}$/)
  .required();
const hands = Joi.object<HandBody, true>({
  choices: Joi.array()
    .items(Joi.object({ id: choiceId, text: shortText(200) }))
    .max(MOST_CHOICES + 10)
    .unique('id')
    .required(),
  several: flag,
  names: flag,
  countShown: Joi.string()
    .valid(...COUNT_SHOWN)
    .required(),
  endsAt: instantOrNull,
  mayChange: flag,
  picture: Joi.object({ file: keptFile.required(), alt: shortText(300) })
    .allow(null)
    .required(),
});
const words = Joi.object({ title: shortText(200), text: richText });

export const childNoticeParams = Joi.object({ studentId: id, noticeId: id });
export const tickBody = Joi.object<{ seen: boolean }, true>({ seen: flag });
export const feedParams = Joi.object({
  file: Joi.string()
    .pattern(/^[\w-]{43}\.atom$/)
    .required(),
});
export const noticeParams = Joi.object({ noticeId: id });
export const noticeInClassParams = Joi.object({ classId: id, noticeId: id });
export const noticeAnswerParams = Joi.object({ answerId: id });
export const noticeBody = Joi.object<NoticeRequest, true>({
  classes: Joi.array()
    .items(Joi.object({ classId: id, audience: audience.required() }))
    .max(40)
    .unique('classId')
    .required(),
  readers: Joi.string()
    .valid(...NOTICE_READERS)
    .required(),
  answers: Joi.string()
    .valid(...NOTICE_ANSWERS)
    .required(),
  language: Joi.string()
    .valid(...LANGUAGES)
    .required(),
  words: Joi.object(Object.fromEntries(LANGUAGES.map((one) => [one, words]))).required(),
  phrases: Joi.array()
    .items(
      Joi.object({
        id: Joi.string()
          .valid(...PHRASE_IDS)
          .required(),
        places: Joi.object()
          .pattern(/^\w{1,20}$/, Joi.string().trim().max(LONGEST_PLACE).allow(''))
          .max(10)
          .required(),
      }),
    )
    .max(20)
    .required(),
  attachments: Joi.array().items(noticeAttachment).max(20).unique('id').required(),
  spoken: keptFile.allow(null).required(),
  briefId: id.allow(null),
  until: localDay.allow(null).required(),
  pinned: flag,
  familyTick: Joi.boolean().strict().default(false),
  hands: hands.allow(null).required(),
  goesOut: Joi.string().valid('draft', 'now', 'at').required(),
  at: instantOrNull.when('goesOut', { is: 'at', then: Joi.invalid(null) }),
  tell: flag,
  version,
});
const word = Joi.string().trim().max(500).allow('').required();
export const verdictBody = Joi.object<NoticeVerdict, true>({ shown: flag, word });
export const closedBody = Joi.object<{ closed: boolean }, true>({ closed: flag });
export const noticePauseBody = Joi.object<NoticePauseRequest, true>({ until: localDay.allow(null).required(), word });
export const noticeAnswerBody = Joi.object<NoticeAnswerRequest, true>({
  id,
  text: Joi.string().trim().min(1).max(2000).required(),
  below: id.allow(null),
});
export const studentNoticeBody = Joi.object<StudentNoticeRequest, true>({
  id,
  title: line.min(1).max(200).required(),
  text: Joi.string().trim().max(4000).allow('').required(),
});
export const readBody = Joi.object<{ noticeIds: string[] }, true>({
  noticeIds: Joi.array().items(id.optional()).max(200).required(),
});
export const handBody = Joi.object<{ chosen: string[] }, true>({
  chosen: Joi.array().items(choiceId.optional()).max(MOST_CHOICES).required(),
});
export const endHandsBody = Joi.object<{ ended: boolean }, true>({ ended: flag });
