import { LESSON_WEEKS, MOST_LESSON_RULES, type DaySpan, type LessonRule, type LocalDate } from '@jolly/core';
import Joi from 'joi';
import type { CalendarWishes, EventRequest, ReminderRequest, TimetableRequest } from '../../contract';
import { noticeAttachment } from '../../forms/attachments';
import { id, line, localDay, version } from '../../forms/fields';

/** Two weeks. */
const MOST_ALARM_MINUTES = 20_160;

export const datesQuery = Joi.object<DaySpan>({ from: localDay.required(), to: localDay.required() });
export const calendarParams = Joi.object({
  file: Joi.string()
    .pattern(/^[\w-]{43}\.ics$/)
    .required(),
});
export const eventParams = Joi.object({ eventId: id });
export const reminderParams = Joi.object({ reminderId: id });

export const calendarWishesBody = Joi.object<Partial<CalendarWishes>>({
  dueAs: Joi.string().valid('moment', 'task'),
  alarmMinutes: Joi.number().strict().integer().min(0).max(MOST_ALARM_MINUTES).allow(null),
}).min(1);

const flag = Joi.boolean().strict().required();
const wallTime = Joi.string().pattern(/^([01]\d|2[0-3]):[0-5]\d$/);
const weekday = Joi.number().strict().integer().min(1).max(7);
const someDays = Joi.array<LocalDate[]>().items(localDay.optional()).max(400).required();
const link = Joi.string()
  .trim()
  .uri({ scheme: ['https', 'http'] })
  .max(500)
  .allow(null)
  .required();
const rule = Joi.object<LessonRule>({
  id,
  weekday: weekday.required(),
  from: wallTime.required(),
  to: wallTime.required(),
  room: line.max(60).allow('').required(),
  weeks: Joi.string()
    .valid(...LESSON_WEEKS)
    .required(),
  validFrom: localDay.allow(null).required(),
  validTo: localDay.allow(null).required(),
  except: someDays,
  link,
});
export const timetableBody = Joi.object<TimetableRequest, true>({
  rules: Joi.array().items(rule).max(MOST_LESSON_RULES).unique('id').required(),
  weekA: localDay.allow(null).required(),
  countsClosedWeeks: flag,
  version,
});
export const readTimetableBody = Joi.object<{ text: string }, true>({ text: Joi.string().max(2_000_000).required() });
export const roomBody = Joi.object<{ open: boolean }, true>({ open: flag });
export const eventBody = Joi.object<EventRequest, true>({
  classIds: Joi.array().items(id.optional()).max(40).unique().required(),
  wholeSchool: flag,
  title: line.min(1).max(200).required(),
  text: Joi.string().trim().max(4000).allow('').required(),
  place: line.max(200).allow('').required(),
  from: localDay.required(),
  to: localDay.required(),
  begins: wallTime.allow(null).required(),
  ends: wallTime.allow(null).required(),
  repeat: Joi.object({
    weekdays: Joi.array().items(weekday).max(7).unique().required(),
    every: Joi.number().strict().integer().min(1).max(8).required(),
    until: localDay.required(),
    except: someDays,
  })
    .allow(null)
    .required(),
  families: flag,
  attachments: Joi.array().items(noticeAttachment).max(20).unique('id').required(),
  version,
});
export const reminderBody = Joi.object<ReminderRequest, true>({
  text: line.min(1).max(500).required(),
  at: Joi.number().strict().integer().min(0).max(4_102_444_800_000).required(),
  byMail: flag,
  done: flag,
  version,
});
