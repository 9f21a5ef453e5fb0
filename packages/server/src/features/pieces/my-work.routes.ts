import type { SaveTextRequest } from '../../contract';
import { takenFile } from '../../files/take-file';
import { asStudent } from '../../http/as-role';
import type { Ask, Route } from '../../http/route';
import type { Services } from '../../wiring';
import { assignmentParams } from '../assignments/assignments.schema';
import { draftFileParams, saveTextBody } from './my-work.schema';

type One = { assignmentId: string };

export const myWorkRoutes = ({ myWork }: Pick<Services, 'myWork'>): Route[] => [
  {
    verb: 'get',
    path: '/api/my/work',
    action: 'ownWork.look',
    does: 'All your pieces over all classes, with your own dates.',
    handle: ({ actor, now }: Ask) => myWork.list(asStudent(actor), now),
  },
  {
    verb: 'get',
    path: '/api/my/work/:assignmentId',
    action: 'ownWork.look',
    does: 'One piece with its instructions, your draft and what was returned.',
    params: assignmentParams,
    handle: ({ actor, params, now }: Ask<One>) => myWork.one(asStudent(actor), params.assignmentId, now),
  },
  {
    verb: 'put',
    path: '/api/my/work/:assignmentId/text',
    action: 'ownWork.write',
    does: 'Saves your text; carries the version it was begun from.',
    params: assignmentParams,
    body: saveTextBody,
    handle: ({ actor, params, body, now }: Ask<One, SaveTextRequest>) => myWork.saveText(asStudent(actor), params.assignmentId, body, now),
  },
  {
    verb: 'post',
    path: '/api/my/work/:assignmentId/files',
    action: 'ownWork.write',
    does: 'Attaches one file of up to 50 MB.',
    params: assignmentParams,
    takesFile: true,
    status: 201,
    handle: ({ actor, params, now, req }: Ask<One>) => myWork.attach(asStudent(actor), params.assignmentId, takenFile(req), now),
  },
  {
    verb: 'delete',
    path: '/api/my/work/:assignmentId/files/:fileId',
    action: 'ownWork.write',
    does: 'Takes a file off your draft; what was handed in keeps it.',
    params: draftFileParams,
    handle: ({ actor, params, now }: Ask<One & { fileId: string }>) => myWork.detach(asStudent(actor), params.assignmentId, params.fileId, now),
  },
  {
    verb: 'post',
    path: '/api/my/work/:assignmentId/hand-in',
    action: 'ownWork.handIn',
    does: 'Hands in your draft and gives a receipt; repeatable with the same Idempotency-Key.',
    params: assignmentParams,
    status: 201,
    handle: ({ actor, params, idempotencyKey, now }: Ask<One>) => myWork.handIn(asStudent(actor), params.assignmentId, idempotencyKey, now),
  },
  {
    verb: 'post',
    path: '/api/my/work/:assignmentId/take-back',
    action: 'ownWork.handIn',
    does: 'Takes back what you handed in, to work on it again.',
    params: assignmentParams,
    handle: ({ actor, params, now }: Ask<One>) => myWork.takeBack(asStudent(actor), params.assignmentId, now),
  },
  {
    verb: 'post',
    path: '/api/my/work/:assignmentId/read',
    action: 'ownWork.look',
    does: 'Notes that you have opened what was returned.',
    params: assignmentParams,
    handle: ({ actor, params, now }: Ask<One>) => myWork.read(asStudent(actor), params.assignmentId, now),
  },
];
