import { assignmentParams, briefParams } from '../../forms/params';
import { takenFile } from '../../files/take-file';
import { sendFile } from '../../files/write-table';
import { asStudent, asTeacher } from '../../http/as-role';
import type { Route } from '../../http/route';
import type { CorrectionsService } from './corrections.service';
import type { OutcomeService } from './outcome.service';
import type { QuizInterchangeService } from './interchange/interchange.service';
import type { QuizMarksService } from './quiz-marks.service';
import type { QuizPrintService } from './quiz-print.service';
import {
  actParams,
  answersBody,
  correctionBody,
  endBody,
  forwardBody,
  lateBody,
  markBody,
  markParams,
  fileBody,
  printBody,
  readQuery,
  questionParams,
  tryParams,
} from './quizzes.schema';
import type { QuizzesService } from './quizzes.service';

export const quizRoutes = ({
  quizzes,
  quizOutcome,
  quizMarks,
  quizPrint,
  quizInterchange,
  corrections,
}: {
  quizzes: QuizzesService;
  quizOutcome: OutcomeService;
  quizMarks: QuizMarksService;
  quizPrint: QuizPrintService;
  quizInterchange: QuizInterchangeService;
  corrections: CorrectionsService;
}): Route[] => [
  {
    route: 'GET /api/my/quizzes/:assignmentId',
    action: 'ownWork.look',
    does: 'A quiz of yours: the try that is under way, and of those that are over what you may see.',
    params: assignmentParams,
    handle: ({ actor, params, now }) => quizzes.look(asStudent(actor), params.assignmentId, now),
  },
  {
    route: 'POST /api/my/quizzes/:assignmentId/tries',
    action: 'ownWork.handIn',
    does: 'Begins a try; while one is under way it is that one, on whatever device.',
    params: assignmentParams,
    handle: ({ actor, params, now }) => quizzes.begin(asStudent(actor), params.assignmentId, now),
  },
  {
    route: 'POST /api/my/quizzes/:assignmentId/answers',
    action: 'ownWork.write',
    does: 'Stores answers as they are given; each has an id of yours, so that it can be sent again.',
    params: assignmentParams,
    body: answersBody,
    handle: ({ actor, params, body, now }) => quizzes.answer(asStudent(actor), params.assignmentId, body, now),
  },
  {
    route: 'POST /api/my/quizzes/:assignmentId/forward',
    action: 'ownWork.write',
    does: 'Of a quiz without going back: closes the question at this position and opens the next.',
    params: assignmentParams,
    body: forwardBody,
    handle: ({ actor, params, body, now }) => quizzes.forward(asStudent(actor), params.assignmentId, body, now),
  },
  {
    route: 'POST /api/my/quizzes/:assignmentId/files',
    action: 'ownWork.write',
    does: 'Takes one file of up to 50 MB that an answer then names.',
    params: assignmentParams,
    takesFile: true,
    status: 201,
    handle: ({ actor, params, now, req }) => quizzes.attach(asStudent(actor), params.assignmentId, takenFile(req), now),
  },
  {
    route: 'POST /api/my/quizzes/:assignmentId/hand-in',
    action: 'ownWork.handIn',
    does: 'Hands in the try; handed in again it answers as before.',
    params: assignmentParams,
    body: endBody,
    status: 201,
    handle: ({ actor, params, body, now }) => quizzes.handIn(asStudent(actor), params.assignmentId, body.number, now),
  },
  {
    route: 'POST /api/briefs/:briefId/quiz/file',
    action: 'assignment.look',
    does: 'A quiz as a package of QTI 3.0 or 2.1, or as a table.',
    params: briefParams,
    body: fileBody,
    repliesItself: true,
    handle: async ({ actor, params, body, res, now }) =>
      sendFile(res, await quizInterchange.write(asTeacher(actor), params.briefId, body, now)),
  },
  {
    route: 'POST /api/quizzes/read',
    action: 'file.keep',
    does: 'Questions from a package of QTI 3.0 or 2.1 or a table, with a report of what was not taken; no quiz is changed.',
    query: readQuery,
    takesFile: true,
    handle: ({ actor, query, now, req }) => quizInterchange.read(asTeacher(actor), takenFile(req), query.decimal ?? '.', now),
  },
  {
    route: 'POST /api/briefs/:briefId/quiz/print',
    action: 'assignment.look',
    does: 'A quiz on paper as PDF, in one to four orders, with its key if wanted.',
    params: briefParams,
    body: printBody,
    repliesItself: true,
    handle: async ({ actor, params, body, res }) =>
      sendFile(res, {
        name: 'quiz.pdf',
        mediaType: 'application/pdf',
        bytes: await quizPrint.print(asTeacher(actor), params.briefId, body),
      }),
  },
  {
    route: 'GET /api/assignments/:assignmentId/quiz',
    action: 'piece.look',
    does: 'What came of a quiz: students by questions, how each was answered, and what the figures say.',
    params: assignmentParams,
    handle: ({ actor, params, now }) => quizOutcome.look(asTeacher(actor), params.assignmentId, now),
  },
  {
    route: 'POST /api/assignments/:assignmentId/quiz/corrections/look',
    action: 'score.write',
    does: 'Who would move if an answer were counted as right or a question left out.',
    params: assignmentParams,
    body: correctionBody,
    handle: ({ actor, params, body, now }) => corrections.look(asTeacher(actor), params.assignmentId, body, now),
  },
  {
    route: 'POST /api/assignments/:assignmentId/quiz/corrections',
    action: 'score.write',
    does: 'Counts an answer as right or leaves a question out, for all your classes that have the quiz, as one act.',
    params: assignmentParams,
    body: correctionBody,
    status: 201,
    handle: ({ actor, params, body, now }) => corrections.settle(asTeacher(actor), params.assignmentId, body, now),
  },
  {
    route: 'DELETE /api/assignments/:assignmentId/quiz/corrections/:actId',
    action: 'score.write',
    does: 'Takes such an act back.',
    params: actParams,
    handle: ({ actor, params, now }) => corrections.undo(asTeacher(actor), params, now),
  },
  {
    route: 'GET /api/assignments/:assignmentId/quiz/questions/:questionId/answers',
    action: 'piece.look',
    does: 'The answers of all students to one question that a teacher scores.',
    params: questionParams,
    handle: ({ actor, params, now }) => quizMarks.across(asTeacher(actor), params.assignmentId, params.questionId, now),
  },
  {
    route: 'PUT /api/assignments/:assignmentId/quiz/tries/:tryId/marks/:questionId',
    action: 'score.write',
    does: 'Gives one answer its points and words; carries the version that was seen.',
    params: markParams,
    body: markBody,
    handle: ({ actor, params, body, now }) => quizMarks.give(asTeacher(actor), params, body, now),
  },
  {
    route: 'PUT /api/assignments/:assignmentId/quiz/tries/:tryId/late',
    action: 'score.write',
    does: 'Counts answers that came too late, or no longer.',
    params: tryParams,
    body: lateBody,
    handle: async ({ actor, params, body, now }) => {
      await quizMarks.countLate(asTeacher(actor), params, body.counts, now);
      return quizOutcome.look(asTeacher(actor), params.assignmentId, now);
    },
  },
];
