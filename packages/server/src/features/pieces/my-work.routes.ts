import { pipeline } from 'node:stream/promises';
import type { SaveTextRequest } from '../../contract';
import { isShownInline } from '../../files/file-store';
import { takenFile } from '../../files/take-file';
import { asStudent } from '../../http/as-role';
import { Problem } from '../../http/problem';
import type { Ask, Route } from '../../http/route';
import type { Services } from '../../wiring';
import { assignmentParams } from '../assignments/assignments.schema';
import { draftFileParams, fileParams, fileQuery, saveTextBody } from './my-work.schema';

type One = { assignmentId: string };

export const myWorkRoutes = ({ myWork, fileStore }: Pick<Services, 'myWork' | 'fileStore'>): Route[] => [
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
  {
    verb: 'get',
    path: '/api/files/:fileId',
    action: 'file.fetch',
    does: 'The bytes of a file; only harmless kinds are shown inline.',
    params: fileParams,
    query: fileQuery,
    repliesItself: true,
    handle: async ({ actor, params, query, res }: Ask<{ fileId: string }, unknown, { as?: 'inline' }>) => {
      const file = await myWork.file(actor, params.fileId);
      const bytes = await fileStore.read(file.fingerprint);
      if (!bytes) throw new Problem('file.gone');
      const inline = query.as === 'inline' && isShownInline(file.mediaType);
      res.attachment(file.name);
      if (inline) res.set('Content-Disposition', String(res.get('Content-Disposition')).replace(/^attachment/, 'inline'));
      res.set({
        'Content-Type': inline ? (file.mediaType === 'text/plain' ? 'text/plain; charset=utf-8' : file.mediaType) : 'application/octet-stream',
        'Content-Length': String(bytes.size),
        'Content-Security-Policy': "sandbox; default-src 'none'",
        'Cache-Control': 'private, max-age=3600, immutable',
        ETag: `"${file.fingerprint}"`,
      });
      await pipeline(bytes.stream, res);
    },
  },
];
