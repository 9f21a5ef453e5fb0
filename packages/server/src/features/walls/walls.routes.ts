import { childParams, classParams } from '../../forms/params';
import { asFamily, asPerson, asStudent, asTeacher } from '../../http/as-role';
import { Problem } from '../../http/problem';
import { replyZip } from '../../http/reply-zip';
import type { Ask, Route } from '../../http/route';
import { practiceOf } from '../../http/session';
import type { WallActsService } from './wall-acts.service';
import type { WallPagesService } from './wall-pages.service';
import type { WallRepliesService } from './wall-replies.service';
import {
  newWallBody,
  wallBody,
  wallParams,
  wallPieceParams,
  wallRemarkBody,
  wallRemarkParams,
  wallRemarksBody,
  wallShowBody,
  wallVerdictBody,
} from './walls.schema';

/** A class would take what the practice student shows or says for somebody's. */
function notPractising(req: Ask['req']): void {
  if (practiceOf(req)) throw new Problem('session.practice');
}

export const wallRoutes = ({
  wallReplies,
  wallActs,
  wallPages,
}: {
  wallReplies: WallRepliesService;
  wallActs: WallActsService;
  wallPages: WallPagesService;
}): Route[] => [
  {
    route: 'GET /api/classes/:classId/walls',
    action: 'wall.look',
    does: 'The display walls of a class, newest first, with how many remarks wait for a yes.',
    params: classParams,
    handle: ({ actor, params, now }) => wallReplies.ofClass(asTeacher(actor), params.classId, now),
  },
  {
    route: 'POST /api/classes/:classId/walls',
    action: 'wall.set',
    does: 'Puts up a wall, of an assignment or free; its students hear of it. The same id again is the same wall.',
    params: classParams,
    body: newWallBody,
    status: 201,
    handle: ({ actor, params, body, now }) => wallActs.put(asTeacher(actor), params.classId, body, now),
  },
  {
    route: 'GET /api/my/walls',
    action: 'ownWork.look',
    does: 'The walls of your classes.',
    handle: ({ actor }) => wallReplies.mine(asStudent(actor)),
  },
  {
    route: 'GET /api/family/children/:studentId/walls',
    action: 'child.look',
    does: 'The walls of a child’s classes, where the class lets families see them.',
    params: childParams,
    handle: ({ actor, params }) => wallReplies.ofChild(asFamily(actor), params.studentId),
  },
  {
    route: 'GET /api/walls/:wallId',
    action: 'wall.look',
    does: 'A wall with everything that is seen on it by you.',
    params: wallParams,
    handle: ({ actor, params, now }) => wallReplies.look(asPerson(actor), params.wallId, now),
  },
  {
    route: 'PUT /api/walls/:wallId',
    action: 'wall.set',
    does: 'Says a wall anew, closes it, takes it down or puts it up again.',
    params: wallParams,
    body: wallBody,
    handle: ({ actor, params, body, now }) => wallActs.set(asTeacher(actor), params.wallId, body, now),
  },
  {
    route: 'GET /api/walls/:wallId/zip',
    action: 'wall.set',
    does: 'The wall as the class sees it, as a page that opens in any browser, with the files beside it.',
    params: wallParams,
    repliesItself: true,
    handle: async ({ actor, params, res, now }) => {
      await replyZip(res, await wallPages.zip(asTeacher(actor), params.wallId, now));
    },
  },
  {
    route: 'GET /api/walls/:wallId/pieces/:wallPieceId',
    action: 'wall.look',
    does: 'The whole of a piece that you see on a wall.',
    params: wallPieceParams,
    handle: ({ actor, params, now }) => wallReplies.piece(actor, params.wallId, params.wallPieceId, now),
  },
  {
    route: 'PUT /api/walls/:wallId/pieces/:wallPieceId/verdict',
    action: 'wall.set',
    does: 'Hides a piece, with a word to those who made it, or lets it be seen again.',
    params: wallPieceParams,
    body: wallVerdictBody,
    handle: ({ actor, params, body, now }) => wallActs.judgePiece(asTeacher(actor), params.wallId, params.wallPieceId, body, now),
  },
  {
    route: 'PUT /api/walls/:wallId/remarks',
    action: 'wall.set',
    does: 'Lets remarks be seen, or hides them with a word.',
    params: wallParams,
    body: wallRemarksBody,
    handle: ({ actor, params, body, now }) => wallActs.judgeRemarks(asTeacher(actor), params.wallId, body, now),
  },
  {
    route: 'PUT /api/my/walls/:wallId/shown',
    action: 'ownWall.show',
    does: 'Shows a piece of yours on a wall, or takes it back; taking back always goes.',
    params: wallParams,
    body: wallShowBody,
    handle: ({ actor, params, body, now, req }) => {
      notPractising(req);
      return wallActs.show(asStudent(actor), params.wallId, body, now);
    },
  },
  {
    route: 'POST /api/my/walls/:wallId/pieces/:wallPieceId/remarks',
    action: 'ownWall.show',
    does: 'Leaves a remark on the piece of a classmate; in some classes it waits for a teacher’s yes.',
    params: wallPieceParams,
    body: wallRemarkBody,
    status: 201,
    handle: ({ actor, params, body, now, req }) => {
      notPractising(req);
      return wallActs.remark(asStudent(actor), params.wallId, params.wallPieceId, body, now);
    },
  },
  {
    route: 'DELETE /api/my/walls/:wallId/remarks/:remarkId',
    action: 'ownWall.show',
    does: 'Takes back a remark of your own.',
    params: wallRemarkParams,
    handle: ({ actor, params }) => wallActs.unsay(asStudent(actor), params.wallId, params.remarkId),
  },
];
