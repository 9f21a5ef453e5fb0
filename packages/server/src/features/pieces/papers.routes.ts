import { asStudent } from '../../http/as-role';
import type { Route } from '../../http/route';
import { changeBody, sinceQuery } from './papers.schema';
import { sheetParams } from './my-work.schema';
import type { WorkingService } from './working.service';

/** Papers that a student writes on: a PDF or a picture of which they have a copy. */
export const paperRoutes = ({ working }: { working: WorkingService }): Route[] => [
  {
    route: 'GET /api/my/work/:assignmentId/papers/:attachmentId',
    action: 'ownWork.look',
    does: 'Your copy of a paper to write on, with what stands on it.',
    params: sheetParams,
    handle: ({ actor, params, now }) => working.ownPaper(asStudent(actor), params, now),
  },
  {
    route: 'GET /api/my/work/:assignmentId/papers/:attachmentId/changes',
    action: 'ownWork.look',
    does: 'What stands otherwise on your copy of a paper than in a version that you saw.',
    params: sheetParams,
    query: sinceQuery,
    handle: ({ actor, params, query, now }) => working.paperSince(asStudent(actor), params, query.since, now),
  },
  {
    route: 'POST /api/my/work/:assignmentId/papers/:attachmentId/changes',
    action: 'ownWork.write',
    does: 'Puts strokes, boxes, ticks and stickers on your copy of a paper, changes them or takes them away; what others wrote stays.',
    params: sheetParams,
    body: changeBody,
    handle: ({ actor, params, body, now }) => working.writeOnPaper(asStudent(actor), params, body, now),
  },
  {
    route: 'POST /api/my/work/:assignmentId/papers/:attachmentId/correction',
    action: 'ownWork.write',
    does: 'Takes the paper as your teacher corrected it, with what you wrote in its places.',
    params: sheetParams,
    handle: ({ actor, params, now }) => working.takeCorrectedPaper(asStudent(actor), params, now),
  },
];
