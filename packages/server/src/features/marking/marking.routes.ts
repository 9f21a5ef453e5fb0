import type { ReturnRequest, ScoreRequest, SendBackRequest } from '../../contract';
import { asTeacher } from '../../http/as-role';
import type { Ask, Route } from '../../http/route';
import type { Services } from '../../wiring';
import { assignmentParams, rescoringBody } from '../assignments/assignments.schema';
import { pieceParams, returnBody, scoreBody, sendBackBody } from './marking.schema';

type One = { assignmentId: string; studentId: string };

export const markingRoutes = ({ marking }: Pick<Services, 'marking'>): Route[] => [
  {
    verb: 'get',
    path: '/api/piles',
    action: 'pile.look',
    does: 'What waits for a score or is held, per assignment.',
    handle: ({ actor, now }: Ask) => marking.piles(asTeacher(actor), now),
  },
  {
    verb: 'get',
    path: '/api/assignments/:assignmentId/pieces/:studentId',
    action: 'piece.look',
    does: 'One piece as it lies on the desk.',
    params: pieceParams,
    handle: ({ actor, params, now }: Ask<One>) => marking.desk(asTeacher(actor), params, now),
  },
  {
    verb: 'put',
    path: '/api/assignments/:assignmentId/pieces/:studentId/score',
    action: 'score.write',
    does: 'Records a score and a remark, held; carries the version that was seen.',
    params: pieceParams,
    body: scoreBody,
    handle: ({ actor, params, body, now }: Ask<One, ScoreRequest>) => marking.score(asTeacher(actor), params, body, now),
  },
  {
    verb: 'post',
    path: '/api/assignments/:assignmentId/pieces/:studentId/send-back',
    action: 'piece.sendBack',
    does: 'Asks for the work to be done again.',
    params: pieceParams,
    body: sendBackBody,
    handle: ({ actor, params, body, now }: Ask<One, SendBackRequest>) => marking.sendBack(asTeacher(actor), params, body, now),
  },
  {
    verb: 'post',
    path: '/api/assignments/:assignmentId/return',
    action: 'score.return',
    does: 'Lets one, some or all students see what is held.',
    params: assignmentParams,
    body: returnBody,
    handle: ({ actor, params, body, now }: Ask<{ assignmentId: string }, ReturnRequest>) => marking.giveBack(asTeacher(actor), params.assignmentId, body, now),
  },
  {
    verb: 'get',
    path: '/api/assignments/:assignmentId/rescoring',
    action: 'piece.look',
    does: 'What a changed rubric would change in scores given by it before.',
    params: assignmentParams,
    handle: ({ actor, params, now }: Ask<{ assignmentId: string }>) => marking.rescoring(asTeacher(actor), params.assignmentId, now),
  },
  {
    verb: 'post',
    path: '/api/assignments/:assignmentId/rescoring',
    action: 'score.write',
    does: 'Counts chosen scores again by the rubric as it is now, held until returned.',
    params: assignmentParams,
    body: rescoringBody,
    handle: ({ actor, params, body, now }: Ask<{ assignmentId: string }, { studentIds: string[] }>) => marking.rescore(asTeacher(actor), params.assignmentId, body.studentIds, now),
  },
];
