import { MAX_SHIFT_DAYS, type DaySpan } from '@jolly/core';
import Joi from 'joi';
import type { MoveConfirm, MoveRequest, PlanNoteChange, PlanNoteRequest } from '../../contract';
import { asTeacher } from '../../http/as-role';
import { id, localDay, version } from '../../forms/fields';
import type { Route } from '../../http/route';
import type { PlanNotesService } from './plan-notes.service';
import type { PlanService } from './plan.service';
import type { MovesService } from './moves.service';
import { orderBody } from './plan.schema';
import { classParams } from '../../forms/params';

const span = { from: localDay.required(), to: localDay.required() };
export const planQuery = Joi.object<DaySpan & { classId?: string }>({ ...span, classId: id.optional() });
const days = Joi.number().strict().integer().min(-MAX_SHIFT_DAYS).max(MAX_SHIFT_DAYS).invalid(0).required();
const shift = Joi.alternatives().conditional('.kind', {
  switch: [
    { is: Joi.valid('schoolDays', 'days'), then: Joi.object({ kind: Joi.string().required(), days }) },
    { is: 'toDay', then: Joi.object({ kind: 'toDay', day: localDay.required() }) },
    { is: 'toWeekday', then: Joi.object({ kind: 'toWeekday', weekday: Joi.number().strict().integer().min(1).max(7).required() }) },
  ],
  otherwise: Joi.object({ kind: Joi.valid('past').required(), ...span }),
});
const move = {
  assignmentIds: Joi.array().items(id).min(1).max(400).unique().required(),
  shift: shift.required(),
  oneOffs: Joi.boolean().strict().required(),
};
export const moveBody = Joi.object<MoveRequest, true>(move);
export const confirmMoveBody = Joi.object<MoveConfirm, true>({
  ...move,
  digest: Joi.string().hex().length(64).required(),
  tell: Joi.boolean().strict().required(),
});
export const moveParams = Joi.object({ moveId: id });
const note = { day: localDay.allow(null).required(), text: Joi.string().trim().min(1).max(1000).required() };
export const noteBody = Joi.object<PlanNoteRequest, true>({
  ...note,
  assignmentId: id.allow(null),
  questionId: Joi.string().max(36).allow(null).required(),
});
export const changeNoteBody = Joi.object<PlanNoteChange, true>({ ...note, done: Joi.boolean().strict().required(), version });
export const noteParams = Joi.object({ noteId: id });

export const planRoutes = ({
  plan,
  moves,
  planNotes,
}: {
  plan: PlanService;
  planNotes: PlanNotesService;
  moves: MovesService;
}): Route[] => [
  {
    route: 'GET /api/plan',
    action: 'class.list',
    does: 'What is planned in your classes, drafts and timed ones too, with the load of their students in a span of days.',
    query: planQuery,
    handle: ({ actor, query, now }) => plan.of(asTeacher(actor), { ...query, classId: query.classId ?? null }, now),
  },
  {
    route: 'POST /api/plan/preview',
    action: 'assignment.write',
    does: 'What moving dates would do, before anything is stored.',
    body: moveBody,
    handle: ({ actor, body, now }) => moves.preview(asTeacher(actor), body, now),
  },
  {
    route: 'POST /api/plan/moves',
    action: 'assignment.write',
    does: 'Moves dates as they were shown in the preview, telling students or quietly.',
    body: confirmMoveBody,
    status: 201,
    handle: ({ actor, body, now }) => moves.move(asTeacher(actor), body, now),
  },
  {
    route: 'POST /api/plan/moves/:moveId/undo',
    action: 'assignment.write',
    does: 'Undoes a move of yours as one act.',
    params: moveParams,
    handle: ({ actor, params, now }) => moves.undo(asTeacher(actor), params.moveId, now),
  },
  {
    route: 'POST /api/classes/:classId/plan-notes',
    action: 'assignment.write',
    does: 'Notes something in the plan of a class, for a day or for sometime; its teachers share it.',
    params: classParams,
    body: noteBody,
    status: 201,
    handle: ({ actor, params, body, now }) => planNotes.write(asTeacher(actor), params.classId, body, now),
  },
  {
    route: 'PUT /api/plan-notes/:noteId',
    action: 'assignment.write',
    does: 'Changes a note in the plan, or says that it is done; carries the version that was seen.',
    params: noteParams,
    body: changeNoteBody,
    handle: ({ actor, params, body, now }) => planNotes.change(asTeacher(actor), params.noteId, body, now),
  },
  {
    route: 'DELETE /api/plan-notes/:noteId',
    action: 'assignment.write',
    does: 'Takes a note out of the plan.',
    params: noteParams,
    handle: ({ actor, params }) => planNotes.remove(asTeacher(actor), params.noteId),
  },
  {
    route: 'PUT /api/classes/:classId/order',
    action: 'assignment.write',
    does: 'Files assignments of a class under a unit, in the order given.',
    params: classParams,
    body: orderBody,
    handle: ({ actor, params, body }) => plan.order(asTeacher(actor), params.classId, body),
  },
];
