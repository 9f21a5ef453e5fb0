import type { ExceptionRequest } from '../../contract';
import { asTeacher } from '../../http/as-role';
import type { Ask, Route } from '../../http/route';
import type { Services } from '../../wiring';
import { exceptionBody, exceptionParams } from './exceptions.schema';

type One = { assignmentId: string; studentId: string };

export const exceptionRoutes = ({ exceptions }: Pick<Services, 'exceptions'>): Route[] => [
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
];
