import { REGISTER_MARKS, type LocalDate } from '@jolly/core';
import Joi from 'joi';
import type { RegisterSet, ToldAbsenceRequest } from '../../contract';
import { id, line, localDay } from '../../forms/fields';
import { childParams, classParams } from '../../forms/params';
import { asFamily, asTeacher } from '../../http/as-role';
import type { Route } from '../../http/route';
import type { RegisterService } from './register.service';
import type { ToldAbsencesService } from './told-absences.service';

const day = localDay.required();
export const registerDayParams = Joi.object({ classId: id, day });
export const absenceParams = Joi.object({ classId: id, absenceId: id });
export const registerQuery = Joi.object<{ day: LocalDate; order?: 'name' | 'seats' }>({ day, order: Joi.valid('name', 'seats') });
const entry = Joi.object({
  mark: Joi.string()
    .valid(...REGISTER_MARKS)
    .required(),
  minutes: Joi.number().strict().integer().min(1).max(600).allow(null).required(),
  reason: line.max(200).allow('').required(),
});
export const registerBody = Joi.object<RegisterSet, true>({
  lesson: Joi.string()
    .pattern(/^[\w-]{0,36}$/)
    .allow('')
    .required(),
  entries: Joi.array()
    .items(Joi.object({ studentId: id, entry: entry.required() }))
    .max(400)
    .unique('studentId')
    .required(),
  taken: Joi.boolean().strict().required(),
});
export const seatsBody = Joi.object<{ studentIds: string[] }, true>({
  studentIds: Joi.array().items(id.optional()).max(400).unique().required(),
});
export const moreTimeBody = Joi.object<{ assignmentId: string; studentId: string }, true>({ assignmentId: id, studentId: id });
export const dayBody = Joi.object<{ day: LocalDate }, true>({ day });
export const toldAbsenceBody = Joi.object<ToldAbsenceRequest, true>({ id, from: day, to: day, reason: line.max(200).allow('').required() });

export const registerRoutes = ({ register, toldAbsences }: { register: RegisterService; toldAbsences: ToldAbsencesService }): Route[] => [
  {
    route: 'GET /api/classes/:classId/register',
    action: 'register.look',
    does: 'The register of a class on a day: its lessons, who was away, what families told, and what was due for them.',
    params: classParams,
    query: registerQuery,
    handle: ({ actor, params, query, now }) => register.look(asTeacher(actor), params.classId, query.day, query.order, now),
  },
  {
    route: 'PUT /api/classes/:classId/register/:day',
    action: 'register.take',
    does: 'Says of students what holds in a lesson, and that the whole class was looked at. It changes no score.',
    params: registerDayParams,
    body: registerBody,
    handle: ({ actor, params, body, now }) => register.set(asTeacher(actor), params.classId, params.day, body, undefined, now),
  },
  {
    route: 'PUT /api/classes/:classId/seats',
    action: 'register.take',
    does: 'The order in which the class sits; empty is by name.',
    params: classParams,
    body: seatsBody,
    handle: ({ actor, params, body }) => register.setSeats(asTeacher(actor), params.classId, body.studentIds),
  },
  {
    route: 'POST /api/classes/:classId/register/:day/more-time',
    action: 'exception.give',
    does: 'Gives a student who was away one more school day for a piece that was due on that day.',
    params: registerDayParams,
    body: moreTimeBody,
    handle: ({ actor, params, body, now }) => register.giveDay(asTeacher(actor), params.classId, params.day, body, now),
  },
  {
    route: 'POST /api/classes/:classId/absences/:absenceId',
    action: 'register.take',
    does: 'Notes an absence that a family has told of: excused in every lesson of these days, and the family hears it.',
    params: absenceParams,
    body: dayBody,
    handle: ({ actor, params, body, now }) => toldAbsences.note(asTeacher(actor), params.classId, params.absenceId, body.day, now),
  },
  {
    route: 'GET /api/classes/:classId/register.csv',
    action: 'register.look',
    does: 'All that the register of a class says, as a table.',
    params: classParams,
    repliesItself: true,
    handle: async ({ actor, params, res }) =>
      void res
        .set({ 'Content-Type': 'text/csv; charset=utf-8', 'Content-Disposition': 'attachment; filename="register.csv"' })
        .send(`\uFEFF${await register.file(asTeacher(actor), params.classId)}`),
  },
  {
    route: 'GET /api/family/children/:studentId/absences',
    action: 'child.look',
    does: 'Absences of your child that you have told the school of, and who has noted them.',
    params: childParams,
    handle: ({ actor, params, now }) => toldAbsences.list(asFamily(actor), params.studentId, now),
  },
  {
    route: 'POST /api/family/children/:studentId/absences',
    action: 'child.absence',
    does: 'Tells the teachers of your child that it will not be there.',
    params: childParams,
    body: toldAbsenceBody,
    status: 201,
    handle: ({ actor, params, body, now }) => toldAbsences.tell(asFamily(actor), params.studentId, body, now),
  },
];
