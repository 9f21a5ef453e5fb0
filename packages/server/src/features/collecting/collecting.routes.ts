import { asTeacher } from '../../http/as-role';
import type { Route } from '../../http/route';
import type { CollectingService } from './collecting.service';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { LiveService } from './live.service';
import type { StreamsService } from './streams.service';
import type { OverlapService } from './overlap.service';
import { changedQuery, classMarksBody, nudgeBody, overlapBody, overlapParams, paperParams, versionParams } from './collecting.schema';
import { assignmentParams, pieceParams } from '../../forms/params';

export const collectingRoutes = ({
  collecting,
  assignments,
  live,
  streams,
  overlap,
}: {
  collecting: CollectingService;
  assignments: AssignmentsService;
  live: LiveService;
  streams: StreamsService;
  overlap: OverlapService;
}): Route[] => [
  {
    route: 'GET /api/assignments/:assignmentId/live',
    action: 'piece.look',
    does: 'Server-sent events: ids of students whose pieces have just changed.',
    params: assignmentParams,
    repliesItself: true,
    handle: async ({ actor, params, req, res }) => {
      const { id, classId } = await assignments.forTeacher(actor, 'piece.look', params.assignmentId);
      await streams.begin({ actor: asTeacher(actor), req, res }, [classId], (say) => live.listen({ kind: 'assignment', id }, say));
    },
  },
  {
    route: 'GET /api/assignments/:assignmentId/pieces/changed',
    action: 'piece.look',
    does: 'The rows of some students as they are now.',
    params: assignmentParams,
    query: changedQuery,
    handle: ({ actor, params, query, now }) => collecting.changedRows(asTeacher(actor), params.assignmentId, query.of.split(','), now),
  },
  {
    route: 'GET /api/assignments/:assignmentId/pieces/:studentId/draft',
    action: 'piece.look',
    does: "A student's work as it is being written, to look at, with its versions.",
    params: pieceParams,
    handle: ({ actor, params, now }) => collecting.follow(asTeacher(actor), params, now),
  },
  {
    route: 'GET /api/assignments/:assignmentId/pieces/:studentId/papers/:attachmentId',
    action: 'piece.look',
    does: "A student's copy of a paper with what stands on it, as it is being written.",
    params: paperParams,
    handle: ({ actor, params, now }) => collecting.paper(asTeacher(actor), params, now),
  },
  {
    route: 'GET /api/assignments/:assignmentId/pieces/:studentId/versions/:versionId',
    action: 'piece.look',
    does: 'One version of it whole.',
    params: versionParams,
    handle: ({ actor, params, now }) => collecting.version(asTeacher(actor), params, now),
  },
  {
    route: 'POST /api/assignments/:assignmentId/nudges',
    action: 'piece.nudge',
    does: 'Reminds chosen students; once a day each unless confirmed.',
    params: assignmentParams,
    body: nudgeBody,
    handle: ({ actor, params, body, now }) => collecting.nudge(asTeacher(actor), params.assignmentId, body, now),
  },
  {
    route: 'PUT /api/assignments/:assignmentId/class-marks',
    action: 'piece.note',
    does: 'Notes who did it in class, who was absent and who is excused.',
    params: assignmentParams,
    body: classMarksBody,
    handle: ({ actor, params, body, now }) => collecting.note(asTeacher(actor), params.assignmentId, body, now),
  },
  {
    route: 'POST /api/assignments/:assignmentId/overlap',
    action: 'piece.look',
    does: 'Begins to look where pieces share words, with those of earlier classes if wanted.',
    params: assignmentParams,
    body: overlapBody,
    status: 202,
    handle: ({ actor, params, body, now }) => overlap.begin(asTeacher(actor), params.assignmentId, body, now),
  },
  {
    route: 'GET /api/overlap/:overlapId',
    action: 'pile.look',
    does: 'How far that is, and what was found.',
    params: overlapParams,
    handle: ({ actor, params }) => overlap.at(asTeacher(actor), params.overlapId),
  },
  {
    route: 'DELETE /api/overlap/:overlapId',
    action: 'pile.look',
    does: 'Stops it.',
    params: overlapParams,
    handle: ({ actor, params }) => overlap.stop(asTeacher(actor), params.overlapId),
  },
];
