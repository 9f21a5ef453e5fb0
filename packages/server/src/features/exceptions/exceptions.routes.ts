import type { Actor } from '@jolly/core';
import { asStudent, asTeacher } from '../../http/as-role';
import type { Route } from '../../http/route';
import type { ExceptionsService } from './exceptions.service';
import type { StandingService } from './standing.service';
import type { ExtensionsService } from './extensions.service';
import type { DateChangesService } from '../news/date-changes.service';
import { askBody } from '../../forms/ask-for-time';
import {
  answerBody,
  changeStandingBody,
  exceptionBody,
  exceptionParams,
  giveStandingBody,
  groupDateBody,
  groupDateParams,
  requestParams,
  standingParams,
} from './exceptions.schema';
import { assignmentParams, classParams } from '../../forms/params';

export const exceptionRoutes = ({
  exceptions,
  standing,
  extensions,
  dateChanges,
}: {
  exceptions: ExceptionsService;
  standing: StandingService;
  extensions: ExtensionsService;
  dateChanges: DateChangesService;
}): Route[] => {
  /** Makes a change and tells the students whose own dates it changed, if wanted. */
  const around = <T>(actor: Actor, assignmentIds: string[], tell: boolean, now: number, work: () => Promise<T>) =>
    dateChanges.around({ by: asTeacher(actor).userId, assignmentIds, tell, now }, work);
  return [
    {
      route: 'PUT /api/assignments/:assignmentId/exceptions',
      action: 'exception.give',
      does: 'Gives one or many students other dates on an assignment, or excuses them, with a reason; all of them or none.',
      params: assignmentParams,
      body: exceptionBody,
      handle: ({ actor, params, body, now }) => {
        const { studentIds, tell, ...given } = body;
        return around(actor, [params.assignmentId], tell, now, async () => {
          await exceptions.give(asTeacher(actor), { ...params, studentIds }, given, now);
        });
      },
    },
    {
      route: 'DELETE /api/assignments/:assignmentId/exceptions/:studentId',
      action: 'exception.give',
      does: "Takes an exception away; the class's dates hold again.",
      params: exceptionParams,
      handle: ({ actor, params, now }) => around(actor, [params.assignmentId], true, now, () => exceptions.takeAway(actor, params)),
    },
    {
      route: 'PUT /api/assignments/:assignmentId/group-dates/:groupId',
      action: 'exception.give',
      does: 'Gives a group its own dates on an assignment.',
      params: groupDateParams,
      body: groupDateBody,
      handle: ({ actor, params, body, now }) =>
        around(actor, [params.assignmentId], body.tell, now, () => exceptions.giveToGroup(asTeacher(actor), params, body, now)),
    },
    {
      route: 'DELETE /api/assignments/:assignmentId/group-dates/:groupId',
      action: 'exception.give',
      does: "Takes a group's dates away.",
      params: groupDateParams,
      handle: ({ actor, params, now }) => around(actor, [params.assignmentId], true, now, () => exceptions.takeFromGroup(actor, params)),
    },
    {
      route: 'POST /api/my/work/:assignmentId/requests',
      action: 'ownWork.write',
      does: 'Asks for more time on a piece, with a reason.',
      params: assignmentParams,
      body: askBody,
      status: 201,
      handle: ({ actor, params, body, now }) => extensions.ask(asStudent(actor), params.assignmentId, body, now),
    },
    {
      route: 'DELETE /api/my/requests/:requestId',
      action: 'ownWork.write',
      does: 'Withdraws a request that is not answered yet.',
      params: requestParams,
      handle: ({ actor, params }) => extensions.withdraw(asStudent(actor), params.requestId),
    },
    {
      route: 'GET /api/requests',
      action: 'today.look',
      does: 'Students of your classes asking for more time, oldest first.',
      handle: ({ actor, now }) => extensions.waiting(asTeacher(actor), now),
    },
    {
      route: 'POST /api/requests/:requestId/answer',
      action: 'extension.answer',
      does: 'Grants a request, as asked or changed, or declines it with a word.',
      params: requestParams,
      body: answerBody,
      handle: ({ actor, params, body, now }) => extensions.answer(asTeacher(actor), params.requestId, body, now),
    },
    {
      route: 'GET /api/classes/:classId/standing-exceptions',
      action: 'exception.look',
      does: 'Standing exceptions in a class: holding now, coming, ended.',
      params: classParams,
      handle: ({ actor, params, now }) => standing.forClass(asTeacher(actor), params.classId, now),
    },
    {
      route: 'POST /api/standing-exceptions',
      action: 'exception.give',
      does: 'Gives one student or several the same standing exception in classes that you teach: all of them or none.',
      body: giveStandingBody,
      status: 201,
      handle: ({ actor, body: { studentIds, ...body }, now }) =>
        dateChanges.aroundClasses({ by: asTeacher(actor).userId, classIds: body.classIds, now }, () =>
          standing.give(asTeacher(actor), studentIds, body, now),
        ),
    },
    {
      route: 'PUT /api/classes/:classId/standing-exceptions/:exceptionId',
      action: 'exception.give',
      does: 'Changes a standing exception; carries the version that was seen.',
      params: standingParams,
      body: changeStandingBody,
      handle: async ({ actor, params, body, now }) => {
        const teacher = asTeacher(actor);
        // Also the classes it held in until now.
        const before = (await standing.ofClasses([params.classId])).find((one) => one.id === params.exceptionId)?.classIds ?? [];
        const classIds = [...new Set([...before, ...body.classIds])];
        return dateChanges.aroundClasses({ by: teacher.userId, classIds, now }, () =>
          standing.change(teacher, params.classId, params.exceptionId, body),
        );
      },
    },
    {
      route: 'DELETE /api/classes/:classId/standing-exceptions/:exceptionId',
      action: 'exception.give',
      does: 'Takes a standing exception out of a class.',
      params: standingParams,
      handle: ({ actor, params, now }) =>
        dateChanges.aroundClasses({ by: asTeacher(actor).userId, classIds: [params.classId], now }, () =>
          standing.takeOut(asTeacher(actor), params.classId, params.exceptionId),
        ),
    },
    {
      route: 'GET /api/my/standing-exceptions',
      action: 'ownWork.look',
      does: 'The standing exceptions that hold for you.',
      handle: ({ actor, now }) => standing.own(asStudent(actor), now),
    },
  ];
};
