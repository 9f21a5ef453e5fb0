import { takenFile } from '../../files/take-file';
import { asStudent } from '../../http/as-role';
import type { Route } from '../../http/route';
import type { MyWorkService } from './my-work.service';
import type { WorkingService } from './working.service';
import type { OwnPiecesService } from './own-pieces.service';
import type { LiveService } from '../collecting/live.service';
import type { StreamsService } from '../collecting/streams.service';
import {
  draftFileParams,
  ownVersionParams,
  receiptParams,
  saveTextBody,
  selfCheckBody,
  sheetParams,
  versionBody,
  wentBody,
} from './my-work.schema';
import { assignmentParams } from '../../forms/params';

export const myWorkRoutes = ({
  myWork,
  working,
  ownPieces,
  live,
  streams,
}: {
  myWork: MyWorkService;
  working: WorkingService;
  ownPieces: OwnPiecesService;
  live: LiveService;
  streams: StreamsService;
}): Route[] => [
  {
    route: 'GET /api/my/work',
    action: 'ownWork.look',
    does: 'All your pieces over all classes, with your own dates.',
    handle: ({ actor, now }) => myWork.list(asStudent(actor), now),
  },
  {
    route: 'GET /api/my/work/:assignmentId',
    action: 'ownWork.look',
    does: 'One piece with its instructions, your draft and what was returned.',
    params: assignmentParams,
    handle: ({ actor, params, now }) => myWork.one(asStudent(actor), params.assignmentId, now),
  },
  {
    route: 'PUT /api/my/work/:assignmentId/text',
    action: 'ownWork.write',
    does: 'Saves your text; carries the version it was begun from.',
    params: assignmentParams,
    body: saveTextBody,
    handle: ({ actor, params, body, now }) => working.saveText(asStudent(actor), params.assignmentId, body, now),
  },
  {
    route: 'POST /api/my/work/:assignmentId/files',
    action: 'ownWork.write',
    does: 'Attaches one file of up to 50 MB.',
    params: assignmentParams,
    takesFile: true,
    status: 201,
    handle: ({ actor, params, now, req }) => working.attach(asStudent(actor), params.assignmentId, takenFile(req), now),
  },
  {
    route: 'DELETE /api/my/work/:assignmentId/files/:fileId',
    action: 'ownWork.write',
    does: 'Takes a file off your draft; what was handed in keeps it.',
    params: draftFileParams,
    handle: ({ actor, params, now }) => working.detach(asStudent(actor), params.assignmentId, params.fileId, now),
  },
  {
    route: 'POST /api/my/work/:assignmentId/hand-in',
    repeatable: true,
    action: 'ownWork.handIn',
    does: 'Hands in your draft and gives a receipt; repeatable with the same Idempotency-Key.',
    params: assignmentParams,
    status: 201,
    handle: ({ actor, params, idempotencyKey, now }) => working.handIn(asStudent(actor), params.assignmentId, idempotencyKey, now),
  },
  {
    route: 'POST /api/my/work/:assignmentId/take-back',
    action: 'ownWork.handIn',
    does: 'Takes back what you handed in, to work on it again.',
    params: assignmentParams,
    handle: ({ actor, params, now }) => working.takeBack(asStudent(actor), params.assignmentId, now),
  },
  {
    route: 'POST /api/my/work/:assignmentId/read',
    action: 'ownWork.look',
    does: 'Notes that you have opened what was returned.',
    params: assignmentParams,
    handle: ({ actor, params, now }) => working.read(asStudent(actor), params.assignmentId, now),
  },
  {
    route: 'POST /api/my/work/:assignmentId/look',
    action: 'ownWork.look',
    does: 'Notes that you have looked at it, and makes your copies of worksheets.',
    params: assignmentParams,
    handle: ({ actor, params, now }) => working.look(asStudent(actor), params.assignmentId, now),
  },
  {
    route: 'GET /api/my/work/:assignmentId/live',
    action: 'ownWork.look',
    does: 'Server-sent events: somebody of your group, or you elsewhere, has changed the work.',
    params: assignmentParams,
    repliesItself: true,
    handle: async ({ actor, params, now, req, res }) => {
      const student = asStudent(actor);
      const { record } = await ownPieces.sight(student, 'ownWork.look', params.assignmentId, now);
      // Before anybody has looked at it there is no work to listen to; the page looks first.
      await streams.begin({ actor: student, req, res }, [], async (say) =>
        record ? live.listen({ kind: 'work', id: record.work.id }, say) : () => {},
      );
    },
  },
  {
    route: 'PUT /api/my/work/:assignmentId/sheets/:attachmentId',
    action: 'ownWork.write',
    does: 'Saves what you wrote on your copy of a worksheet; only its spaces, where it has any.',
    params: sheetParams,
    body: saveTextBody,
    handle: ({ actor, params, body, now }) => working.saveSheet(asStudent(actor), params, body, now),
  },
  {
    route: 'POST /api/my/work/:assignmentId/sheets/:attachmentId/correction',
    action: 'ownWork.write',
    does: 'Takes the worksheet as your teacher corrected it, with what you wrote in its places.',
    params: sheetParams,
    body: versionBody,
    handle: ({ actor, params, body, now }) => working.takeCorrection(asStudent(actor), params, body.version, now),
  },
  {
    route: 'GET /api/my/work/:assignmentId/versions',
    action: 'ownWork.look',
    does: 'Saved states of your work and everything you handed in, newest first.',
    params: assignmentParams,
    handle: ({ actor, params, now }) => working.ownVersions(asStudent(actor), params.assignmentId, now),
  },
  {
    route: 'GET /api/my/work/:assignmentId/versions/:versionId',
    action: 'ownWork.look',
    does: 'One of them whole.',
    params: ownVersionParams,
    handle: ({ actor, params, now }) => working.ownVersion(asStudent(actor), params.assignmentId, params.versionId, now),
  },
  {
    route: 'POST /api/my/work/:assignmentId/versions/:versionId/restore',
    action: 'ownWork.write',
    does: 'Makes one of them the present one; what is there now stays as a version.',
    params: ownVersionParams,
    handle: ({ actor, params, now }) => working.restore(asStudent(actor), params.assignmentId, params.versionId, now),
  },
  {
    route: 'GET /api/my/work/:assignmentId/receipts/:version',
    action: 'ownWork.look',
    does: 'The receipt of one hand-in, by its number.',
    params: receiptParams,
    handle: ({ actor, params, now }) => working.receipt(asStudent(actor), params.assignmentId, params.version, now),
  },
  {
    route: 'PUT /api/my/work/:assignmentId/self-check',
    action: 'ownWork.write',
    does: 'How you see your work by the rubric, before handing it in.',
    params: assignmentParams,
    body: selfCheckBody,
    handle: ({ actor, params, body, now }) => working.checkSelf(asStudent(actor), params.assignmentId, body.choices, now),
  },
  {
    route: 'PUT /api/my/work/:assignmentId/went',
    action: 'ownWork.handIn',
    does: 'How it went, said after handing in.',
    params: assignmentParams,
    body: wentBody,
    handle: ({ actor, params, body, now }) => working.sayHowItWent(asStudent(actor), params.assignmentId, body, now),
  },
];
