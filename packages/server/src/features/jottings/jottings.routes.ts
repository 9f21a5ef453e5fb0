import Joi from 'joi';
import type { JottingRequest } from '../../contract';
import { asTeacher } from '../../http/as-role';
import { id } from '../../forms/fields';
import type { Route } from '../../http/route';
import type { JottingsService } from './jottings.service';
import { memberParams } from '../../forms/params';

const jottingParams = Joi.object({ jottingId: id });
const jottingBody = Joi.object<JottingRequest & { id?: string }, true>({
  id: Joi.string().guid({ version: 'uuidv4' }),
  kind: Joi.string().valid('talk', 'toSpeak').required(),
  text: Joi.string().trim().min(1).max(2000).required(),
});
const doneBody = Joi.object<{ done: boolean }, true>({ done: Joi.boolean().strict().required() });

export const jottingRoutes = ({ jottings }: { jottings: JottingsService }): Route[] => [
  {
    route: 'GET /api/classes/:classId/progress/:studentId/jottings',
    action: 'jotting.write',
    does: 'Your private notes about a student, newest first.',
    params: memberParams,
    handle: ({ actor, params }) => jottings.list(asTeacher(actor), params.classId, params.studentId),
  },
  {
    route: 'POST /api/classes/:classId/progress/:studentId/jottings',
    action: 'jotting.write',
    does: 'Notes something about a student, or that you want to speak with them.',
    params: memberParams,
    body: jottingBody,
    status: 201,
    handle: ({ actor, params, body, now }) =>
      jottings.write(asTeacher(actor), params.classId, params.studentId, body, body.id ?? null, now),
  },
  {
    route: 'PUT /api/jottings/:jottingId/done',
    action: 'jotting.keep',
    does: 'Says that you have spoken with the student, or not after all.',
    params: jottingParams,
    body: doneBody,
    handle: ({ actor, params, body, now }) => jottings.setDone(asTeacher(actor), params.jottingId, body.done, now),
  },
  {
    route: 'DELETE /api/jottings/:jottingId',
    action: 'jotting.keep',
    does: 'Takes a private note away.',
    params: jottingParams,
    handle: ({ actor, params }) => jottings.remove(asTeacher(actor), params.jottingId),
  },
];
