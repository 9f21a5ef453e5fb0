import { takenFile } from '../../files/take-file';
import { asStudent, asTeacher } from '../../http/as-role';
import type { Route } from '../../http/route';
import type { PilesService } from './piles.service';
import type { DeskService } from './desk.service';
import type { ScoringService } from './scoring.service';
import type { ReturningService } from './returning.service';
import type { JudgingService } from './judging.service';
import type { AnnotatingService } from './annotating.service';
import * as form from './marking.schema';
import { rescoringBody } from './marking.schema';
import { assignmentParams, pieceParams } from '../../forms/params';

interface Needed {
  piles: PilesService;
  desk: DeskService;
  scoring: ScoringService;
  returning: ReturningService;
  judging: JudgingService;
  annotating: AnnotatingService;
}

const pileRoutes = ({ piles, judging, scoring, returning }: Needed): Route[] => [
  {
    route: 'GET /api/piles',
    action: 'pile.look',
    does: 'What waits for a score or is held, per assignment; one’s own pace; returns that wait; questions about scores.',
    handle: ({ actor, now }) => piles.piles(asTeacher(actor), now),
  },
  {
    route: 'GET /api/assignments/:assignmentId/pile',
    action: 'piece.look',
    does: 'One pile as it is worked through, of one section or of all that have it.',
    params: assignmentParams,
    query: form.pileQuery,
    handle: ({ actor, params, query, now }) =>
      piles.pile(asTeacher(actor), params.assignmentId, { together: query.sections === 'together' }, now),
  },
  {
    route: 'PUT /api/assignments/:assignmentId/marking',
    action: 'marking.set',
    does: 'Hides or shows names while marking, and names a second marker.',
    params: assignmentParams,
    body: form.markingBody,
    handle: ({ actor, params, body }) => piles.set(asTeacher(actor), params.assignmentId, body),
  },
  {
    route: 'PUT /api/assignments/:assignmentId/scores',
    action: 'score.write',
    does: 'Records scores of many students, held, all of them or none.',
    params: assignmentParams,
    body: form.scoresBody,
    handle: ({ actor, params, body, now }) => scoring.scoreAll(asTeacher(actor), params.assignmentId, body, now),
  },
  {
    route: 'GET /api/assignments/:assignmentId/across',
    action: 'piece.look',
    does: 'Everything that lies with the teacher, for scoring one criterion or question across all.',
    params: assignmentParams,
    handle: ({ actor, params, now }) => judging.across(asTeacher(actor), params.assignmentId, now),
  },
  {
    route: 'GET /api/assignments/:assignmentId/seconds',
    action: 'piece.look',
    does: 'Both scores of each piece that two have scored.',
    params: assignmentParams,
    handle: ({ actor, params, now }) => judging.seconds(asTeacher(actor), params.assignmentId, now),
  },
  {
    route: 'GET /api/assignments/:assignmentId/outcome',
    action: 'piece.look',
    does: 'How the marking went: spread, criteria, commonest remarks, drift.',
    params: assignmentParams,
    handle: ({ actor, params, now }) => judging.outcome(asTeacher(actor), params.assignmentId, now),
  },
  {
    route: 'POST /api/assignments/:assignmentId/return',
    action: 'score.return',
    does: 'Lets one, some or all students see what is held, now or at a time.',
    params: assignmentParams,
    body: form.returnBody,
    handle: ({ actor, params, body, now }) => returning.giveBack(asTeacher(actor), params.assignmentId, body, now),
  },
  {
    route: 'GET /api/held',
    action: 'pile.look',
    does: 'Everything that is held in one’s classes, as it would go back, with what might have been overlooked.',
    handle: ({ actor, now }) => piles.held(asTeacher(actor), now),
  },
  {
    route: 'POST /api/returns',
    action: 'score.return',
    does: 'Lets students see what is held in several assignments as one act: all of it or nothing.',
    body: form.returnsBody,
    handle: ({ actor, body, now }) => returning.giveBackAll(asTeacher(actor), body, now),
  },
  {
    route: 'DELETE /api/assignments/:assignmentId/timed-returns/:timedId',
    action: 'score.return',
    does: 'Calls off a return that waits for its time.',
    params: form.timedParams,
    handle: ({ actor, params }) => returning.callOff(asTeacher(actor), params.assignmentId, params.timedId),
  },
  {
    route: 'GET /api/assignments/:assignmentId/rescoring',
    action: 'piece.look',
    does: 'What a changed rubric would change in scores given by it before.',
    params: assignmentParams,
    handle: ({ actor, params, now }) => scoring.rescoring(asTeacher(actor), params.assignmentId, now),
  },
  {
    route: 'POST /api/assignments/:assignmentId/rescoring',
    action: 'score.write',
    does: 'Counts chosen scores again by the rubric as it is now, held until returned.',
    params: assignmentParams,
    body: rescoringBody,
    handle: ({ actor, params, body, now }) => scoring.rescore(asTeacher(actor), params.assignmentId, body.studentIds, now),
  },
];

const deskRoutes = ({ desk, scoring, judging, annotating }: Needed): Route[] => [
  {
    route: 'GET /api/assignments/:assignmentId/pieces/:studentId',
    action: 'piece.look',
    does: 'One piece as it lies on the desk. Where names are hidden it is reached by its own id.',
    params: pieceParams,
    handle: ({ actor, params, now }) => desk.look(asTeacher(actor), params, now),
  },
  {
    route: 'GET /api/assignments/:assignmentId/pieces/:studentId/rounds/:version',
    action: 'piece.look',
    does: 'An earlier hand-in with the notes on it, for laying rounds side by side.',
    params: form.roundParams,
    handle: ({ actor, params, now }) => desk.round(asTeacher(actor), params, now),
  },
  {
    route: 'PUT /api/assignments/:assignmentId/pieces/:studentId/score',
    action: 'score.write',
    does: 'Records a score and what is said, held; carries the version that was seen.',
    params: pieceParams,
    body: form.scoreBody,
    handle: ({ actor, params, body, now }) => scoring.score(asTeacher(actor), params, body, now),
  },
  {
    route: 'POST /api/assignments/:assignmentId/pieces/:studentId/send-back',
    action: 'piece.sendBack',
    does: 'Asks for the work to be done again.',
    params: pieceParams,
    body: form.sendBackBody,
    handle: ({ actor, params, body, now }) => scoring.sendBack(asTeacher(actor), params, body, now),
  },
  {
    route: 'PUT /api/assignments/:assignmentId/pieces/:studentId/waiver',
    action: 'exception.give',
    does: 'Lets being late cost nothing here, or cost as the rule says again.',
    params: pieceParams,
    body: form.waiveBody,
    handle: ({ actor, params, body, now }) => scoring.waive(asTeacher(actor), params, body, now),
  },
  {
    route: 'PUT /api/assignments/:assignmentId/pieces/:studentId/second-score',
    action: 'score.write',
    does: 'A second marker’s score, given without seeing the first.',
    params: pieceParams,
    body: form.secondBody,
    handle: ({ actor, params, body, now }) => judging.second(asTeacher(actor), params, body, now),
  },
  {
    route: 'PUT /api/assignments/:assignmentId/pieces/:studentId/agreed-score',
    action: 'score.write',
    does: 'The score that two markers agreed on, held.',
    params: pieceParams,
    body: form.agreeBody,
    handle: ({ actor, params, body, now }) => judging.agree(asTeacher(actor), params, body, now),
  },
  {
    route: 'POST /api/assignments/:assignmentId/pieces/:studentId/feedback-files',
    action: 'piece.annotate',
    does: 'Puts a file or a voice remark beside a piece, kept back until it is returned.',
    params: pieceParams,
    query: form.fileKindQuery,
    takesFile: true,
    status: 201,
    handle: ({ actor, params, query, now, req }) => annotating.addFile(asTeacher(actor), params, takenFile(req), query.as, now),
  },
  {
    route: 'DELETE /api/assignments/:assignmentId/pieces/:studentId/feedback-files/:fileId',
    action: 'piece.annotate',
    does: 'Takes away a file that the student does not have yet.',
    params: form.pieceFileParams,
    handle: ({ actor, params, now }) => annotating.removeFile(asTeacher(actor), params, now),
  },
  {
    route: 'POST /api/assignments/:assignmentId/pieces/:studentId/score-questions/:questionId/answer',
    action: 'score.answer',
    does: 'Answers what a student asked about a score.',
    params: form.questionParams,
    body: form.questionBody,
    handle: ({ actor, params, body, now }) => annotating.answerQuestion(asTeacher(actor), params, body.text, now),
  },
];

const noteRoutes = ({ annotating }: Needed): Route[] => [
  {
    route: 'POST /api/assignments/:assignmentId/pieces/:studentId/notes',
    action: 'piece.annotate',
    does: 'Pins a note to a place in what was handed in, kept back until it is returned or sent back.',
    params: pieceParams,
    body: form.noteBody,
    status: 201,
    handle: ({ actor, params, body, now }) => annotating.addNote(asTeacher(actor), params, body, now),
  },
  {
    route: 'PUT /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId',
    action: 'piece.annotate',
    does: 'Changes a note of one’s own that the student does not have yet.',
    params: form.noteParams,
    body: form.noteChangeBody,
    handle: ({ actor, params, body, now }) => annotating.changeNote(asTeacher(actor), params, body, now),
  },
  {
    route: 'DELETE /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId',
    action: 'piece.annotate',
    does: 'Takes away a note of one’s own that the student does not have yet.',
    params: form.noteParams,
    handle: ({ actor, params, now }) => annotating.removeNote(asTeacher(actor), params, now),
  },
  {
    route: 'POST /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId/answers',
    action: 'piece.annotate',
    does: 'Writes below a note; who has the note reads it at once.',
    params: form.noteParams,
    body: form.saidBody,
    status: 201,
    handle: ({ actor, params, body, now }) => annotating.answerNote(asTeacher(actor), params, body.text, now),
  },
  {
    route: 'PUT /api/assignments/:assignmentId/pieces/:studentId/notes/:noteId/settled',
    action: 'piece.annotate',
    does: 'Says that what a note asks for is done, or not after all.',
    params: form.noteParams,
    body: form.settledBody,
    handle: ({ actor, params, body, now }) => annotating.settleNote(asTeacher(actor), params, body.settled, now),
  },
  {
    route: 'POST /api/assignments/:assignmentId/pieces/:studentId/notes/read',
    action: 'piece.look',
    does: 'Notes that every answer written so far has been read.',
    params: pieceParams,
    handle: ({ actor, params, now }) => annotating.readNotes(asTeacher(actor), params, now),
  },
  {
    route: 'POST /api/my/work/:assignmentId/notes/:noteId/answers',
    action: 'ownWork.talk',
    does: 'Answers a note on one’s own work; its teachers are told.',
    params: form.ownNoteParams,
    body: form.saidBody,
    handle: ({ actor, params, body, now }) => annotating.ownAnswer(asStudent(actor), params, body.text, now),
  },
  {
    route: 'PUT /api/my/work/:assignmentId/notes/:noteId/settled',
    action: 'ownWork.talk',
    does: 'Says that what a note on one’s own work asks for is done.',
    params: form.ownNoteParams,
    body: form.settledBody,
    handle: ({ actor, params, body, now }) => annotating.ownSettle(asStudent(actor), params, body.settled, now),
  },
  {
    route: 'POST /api/my/work/:assignmentId/notes/read',
    action: 'ownWork.look',
    does: 'Notes that every answer on one’s own work has been read.',
    params: assignmentParams,
    handle: ({ actor, params, now }) => annotating.ownRead(asStudent(actor), params.assignmentId, now),
  },
  {
    route: 'POST /api/my/work/:assignmentId/score-questions',
    action: 'ownWork.talk',
    does: 'Asks about a score that was returned.',
    params: assignmentParams,
    body: form.questionBody,
    handle: ({ actor, params, body, now }) => annotating.ask(asStudent(actor), params.assignmentId, body.text, now),
  },
];

export const markingRoutes = (services: Needed): Route[] => [...pileRoutes(services), ...deskRoutes(services), ...noteRoutes(services)];
