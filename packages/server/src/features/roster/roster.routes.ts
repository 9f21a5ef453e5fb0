import type { AddStudentsRequest, JoinReply, JoinRequest } from '../../contract';
import { asStudent } from '../../http/as-role';
import type { Ask, Route } from '../../http/route';
import { beginSession } from '../../http/session';
import { codeParams, joinBody } from '../accounts/accounts.schema';
import { classParams } from '../classes/classes.schema';
import type { Services } from '../../wiring';
import { addStudentsBody, memberParams } from './roster.schema';

export const rosterRoutes = ({ roster, accounts }: Pick<Services, 'roster' | 'accounts'>): Route[] => [
  {
    verb: 'get',
    path: '/api/classes/:classId/roster',
    action: 'roster.look',
    does: 'The students of a class, those who left included.',
    params: classParams,
    handle: ({ actor, params }: Ask<{ classId: string }>) => roster.roster(actor, params.classId),
  },
  {
    verb: 'post',
    path: '/api/classes/:classId/roster',
    action: 'roster.edit',
    does: 'Adds students by name, all of them or none.',
    params: classParams,
    body: addStudentsBody,
    status: 201,
    handle: ({ actor, params, body, now }: Ask<{ classId: string }, AddStudentsRequest>) => roster.add(actor, params.classId, body, now),
  },
  {
    verb: 'delete',
    path: '/api/classes/:classId/roster/:studentId',
    action: 'roster.edit',
    does: 'Notes that a student has left; their record stays.',
    params: memberParams,
    handle: ({ actor, params, now }: Ask<{ classId: string; studentId: string }>) => roster.leave(actor, params.classId, params.studentId, now),
  },
  {
    verb: 'get',
    path: '/api/join/:code',
    action: 'class.join',
    does: 'Which class a join code belongs to.',
    limit: 'joinCode',
    params: codeParams,
    handle: ({ params }: Ask<{ code: string }>) => roster.previewJoin(params.code),
  },
  {
    verb: 'post',
    path: '/api/join/:code',
    action: 'class.join',
    does: 'Joins a class with a new sign-in, and signs in.',
    limit: 'joinCode',
    params: codeParams,
    body: joinBody,
    status: 201,
    handle: async ({ params, body, now, req }: Ask<{ code: string }, JoinRequest>): Promise<JoinReply> => {
      const { person, classId, wasOnRoster } = await roster.join(params.code, body, now);
      const csrf = await beginSession(req, { userId: person.id, role: 'student' });
      return { me: await accounts.me({ role: 'student', userId: person.id }), csrf, now, classId, wasOnRoster };
    },
  },
  {
    verb: 'post',
    path: '/api/my/classes/:code',
    action: 'ownWork.write',
    does: 'Joins one more class with the sign-in you have.',
    limit: 'joinCode',
    params: codeParams,
    handle: ({ actor, params, now }: Ask<{ code: string }>) => roster.joinSignedIn(asStudent(actor), params.code, now),
  },
];
