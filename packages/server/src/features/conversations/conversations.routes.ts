import type { MessageRequest } from '../../contract';
import { takenFile } from '../../files/take-file';
import { asStudent, asTeacher } from '../../http/as-role';
import type { Ask, Route } from '../../http/route';
import type { TalkingService } from './talking.service';
import { messageBody } from './conversations.schema';
import { assignmentParams, pieceParams } from '../../forms/params';

type Own = { assignmentId: string };
type One = Own & { studentId: string };

/** The same four acts from both sides: a student's address names only the assignment. */
export const conversationRoutes = ({ talking }: { talking: TalkingService }): Route[] => {
  const own = ({ actor, params }: Ask<Own>) => ({
    person: asStudent(actor),
    about: { assignmentId: params.assignmentId, studentId: asStudent(actor).userId },
  });
  const theirs = ({ actor, params }: Ask<One>) => ({
    person: asTeacher(actor),
    about: { assignmentId: params.assignmentId, studentId: params.studentId },
  });
  const side = <P>(
    { path, params, look, write }: { path: string; params: Route['params'] & object; look: Route['action']; write: Route['action'] },
    of: (ask: Ask<P>) => ReturnType<typeof own>,
  ): Route[] => [
    {
      verb: 'get',
      path: `${path}/messages`,
      action: look,
      does: 'What student and teachers have written to each other about a piece.',
      params,
      handle: (ask: Ask<P>) => talking.list(of(ask).person, of(ask).about, ask.now),
    },
    {
      verb: 'post',
      path: `${path}/messages`,
      action: write,
      does: 'Writes to the other side about a piece, with files put up before.',
      params,
      body: messageBody,
      status: 201,
      handle: (ask: Ask<P, MessageRequest>) => talking.send(of(ask).person, of(ask).about, ask.body, ask.now),
    },
    {
      verb: 'post',
      path: `${path}/messages/files`,
      action: write,
      does: 'Puts up one file of up to 50 MB to go with a message.',
      params,
      takesFile: true,
      status: 201,
      handle: (ask: Ask<P>) => talking.putUp(of(ask).person, of(ask).about, takenFile(ask.req), ask.now),
    },
    {
      verb: 'post',
      path: `${path}/messages/read`,
      action: look,
      does: 'Notes that everything written so far has been read.',
      params,
      handle: (ask: Ask<P>) => talking.read(of(ask).person, of(ask).about, ask.now),
    },
  ];
  return [
    ...side<Own>({ path: '/api/my/work/:assignmentId', params: assignmentParams, look: 'ownWork.look', write: 'ownWork.talk' }, own),
    ...side<One>(
      { path: '/api/assignments/:assignmentId/pieces/:studentId', params: pieceParams, look: 'piece.look', write: 'piece.talk' },
      theirs,
    ),
  ];
};
