import type { ExceptionRequest, StandingBody } from '../../contract';
import { asStudent, asTeacher } from '../../http/as-role';
import type { Ask, Route } from '../../http/route';
import type { Services } from '../../wiring';
import { classParams } from '../classes/classes.schema';
import { changeStandingBody, exceptionBody, exceptionParams, giveStandingParams, standingBody, standingParams } from './exceptions.schema';

type One = { assignmentId: string; studentId: string };
type OneStanding = { classId: string; exceptionId: string };

export const exceptionRoutes = ({ exceptions, standing }: Pick<Services, 'exceptions' | 'standing'>): Route[] => [
  {
    verb: 'put',
    path: '/api/assignments/:assignmentId/exceptions/:studentId',
    action: 'exception.give',
    does: 'Gives one student other dates on an assignment, or excuses them, with a reason.',
    params: exceptionParams,
    body: exceptionBody,
    handle: ({ actor, params, body, now }: Ask<One, ExceptionRequest>) => exceptions.give(asTeacher(actor), params, body, now),
  },
  {
    verb: 'delete',
    path: '/api/assignments/:assignmentId/exceptions/:studentId',
    action: 'exception.give',
    does: "Takes an exception away; the class's dates hold again.",
    params: exceptionParams,
    handle: ({ actor, params }: Ask<One>) => exceptions.takeAway(actor, params),
  },
  {
    verb: 'get',
    path: '/api/classes/:classId/standing-exceptions',
    action: 'exception.look',
    does: 'Standing exceptions in a class: holding now, coming, ended.',
    params: classParams,
    handle: ({ actor, params, now }: Ask<{ classId: string }>) => standing.forClass(asTeacher(actor), params.classId, now),
  },
  {
    verb: 'post',
    path: '/api/students/:studentId/standing-exceptions',
    action: 'exception.give',
    does: 'Gives a student a standing exception in classes that you teach.',
    params: giveStandingParams,
    body: standingBody,
    status: 201,
    handle: ({ actor, params, body, now }: Ask<{ studentId: string }, StandingBody>) => standing.give(asTeacher(actor), params.studentId, body, now),
  },
  {
    verb: 'put',
    path: '/api/classes/:classId/standing-exceptions/:exceptionId',
    action: 'exception.give',
    does: 'Changes a standing exception; carries the version that was seen.',
    params: standingParams,
    body: changeStandingBody,
    handle: ({ actor, params, body }: Ask<OneStanding, StandingBody & { version: number }>) => standing.change(asTeacher(actor), params.classId, params.exceptionId, body),
  },
  {
    verb: 'delete',
    path: '/api/classes/:classId/standing-exceptions/:exceptionId',
    action: 'exception.give',
    does: 'Takes a standing exception out of a class.',
    params: standingParams,
    handle: ({ actor, params }: Ask<OneStanding>) => standing.takeOut(asTeacher(actor), params.classId, params.exceptionId),
  },
  {
    verb: 'get',
    path: '/api/my/standing-exceptions',
    action: 'ownWork.look',
    does: 'The standing exceptions that hold for you.',
    handle: ({ actor, now }: Ask) => standing.own(asStudent(actor), now),
  },
];
