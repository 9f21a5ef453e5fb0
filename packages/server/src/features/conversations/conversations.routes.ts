import { takenFile } from '../../files/take-file';
import { assignmentParams, pieceParams } from '../../forms/params';
import { asStudent, asTeacher } from '../../http/as-role';
import type { Ask, Route } from '../../http/route';
import { messageBody } from './conversations.schema';
import type { TalkingService } from './talking.service';

type OwnKey = 'GET /api/my/work/:assignmentId/messages';
type TheirKey = 'GET /api/assignments/:assignmentId/pieces/:studentId/messages';
/** A student's address names only the assignment. */
const own = ({ actor, params }: Pick<Ask<OwnKey>, 'actor' | 'params'>) => {
  const person = asStudent(actor);
  return [person, { ...params, studentId: person.userId }] as const;
};
const theirs = ({ actor, params }: Pick<Ask<TheirKey>, 'actor' | 'params'>) => [asTeacher(actor), params] as const;

/** The same four acts from both sides. */
export const conversationRoutes = ({ talking }: { talking: TalkingService }): Route[] => [
  {
    route: 'GET /api/my/work/:assignmentId/messages',
    action: 'ownWork.look',
    does: 'What you and your teachers have written to each other about a piece of yours.',
    params: assignmentParams,
    handle: (ask) => talking.list(...own(ask), ask.now),
  },
  {
    route: 'POST /api/my/work/:assignmentId/messages',
    action: 'ownWork.talk',
    does: 'Writes to your teachers about a piece of yours, with files put up before.',
    params: assignmentParams,
    body: messageBody,
    status: 201,
    handle: (ask) => talking.send(...own(ask), ask.body, ask.now),
  },
  {
    route: 'POST /api/my/work/:assignmentId/messages/files',
    action: 'ownWork.talk',
    does: 'Puts up one file of up to 50 MB to go with a message.',
    params: assignmentParams,
    takesFile: true,
    status: 201,
    handle: (ask) => talking.putUp(...own(ask), takenFile(ask.req), ask.now),
  },
  {
    route: 'POST /api/my/work/:assignmentId/messages/read',
    action: 'ownWork.look',
    does: 'Notes that everything written so far has been read.',
    params: assignmentParams,
    handle: (ask) => talking.read(...own(ask), ask.now),
  },
  {
    route: 'GET /api/assignments/:assignmentId/pieces/:studentId/messages',
    action: 'piece.look',
    does: 'What a student and their teachers have written to each other about a piece.',
    params: pieceParams,
    handle: (ask) => talking.list(...theirs(ask), ask.now),
  },
  {
    route: 'POST /api/assignments/:assignmentId/pieces/:studentId/messages',
    action: 'piece.talk',
    does: 'Writes to a student about a piece, with files put up before.',
    params: pieceParams,
    body: messageBody,
    status: 201,
    handle: (ask) => talking.send(...theirs(ask), ask.body, ask.now),
  },
  {
    route: 'POST /api/assignments/:assignmentId/pieces/:studentId/messages/files',
    action: 'piece.talk',
    does: 'Puts up one file of up to 50 MB to go with a message.',
    params: pieceParams,
    takesFile: true,
    status: 201,
    handle: (ask) => talking.putUp(...theirs(ask), takenFile(ask.req), ask.now),
  },
  {
    route: 'POST /api/assignments/:assignmentId/pieces/:studentId/messages/read',
    action: 'piece.look',
    does: 'Notes that everything written so far has been read.',
    params: pieceParams,
    handle: (ask) => talking.read(...theirs(ask), ask.now),
  },
];
