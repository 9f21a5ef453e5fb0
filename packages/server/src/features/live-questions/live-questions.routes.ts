import { MOST_POINTS, type Answer } from '@jolly/core';
import Joi from 'joi';
import type { LiveAsk, LiveStep } from '../../contract';
import { id } from '../../forms/fields';
import { classParams } from '../../forms/params';
import { givenAnswer, question } from '../../forms/quizzes';
import { asStudent, asTeacher } from '../../http/as-role';
import type { Route } from '../../http/route';
import type { LiveService } from '../collecting/live.service';
import type { StreamsService } from '../collecting/streams.service';
import type { RosterService } from '../roster/roster.service';
import type { LiveScoringService } from './live-scoring.service';
import type { LiveQuestionsService } from './live-questions.service';

const flag = Joi.boolean().strict();
export const liveParams = Joi.object({ liveId: id });
export const askBody = Joi.object<LiveAsk, true>({ question: question.required(), names: flag.required(), mayChange: flag.required() });
export const liveScoreBody = Joi.object<{ points: number }, true>({
  points: Joi.number().strict().integer().min(1).max(MOST_POINTS).required(),
});
export const stepBody = Joi.object<LiveStep>({ spread: flag, key: flag, ended: flag }).min(1);
export const liveAnswerBody = Joi.object<{ answer: Answer }, true>({ answer: givenAnswer });

export const liveQuestionRoutes = ({
  liveQuestions,
  liveScoring,
  live,
  streams,
  roster,
}: {
  liveQuestions: LiveQuestionsService;
  liveScoring: LiveScoringService;
  live: LiveService;
  streams: StreamsService;
  roster: RosterService;
}): Route[] => [
  {
    route: 'GET /api/classes/:classId/live-questions',
    action: 'piece.look',
    does: 'Questions asked in the lessons of a class, the newest first.',
    params: classParams,
    handle: ({ actor, params, now }) => liveQuestions.list(asTeacher(actor), params.classId, now),
  },
  {
    route: 'POST /api/classes/:classId/live-questions',
    action: 'assignment.write',
    does: 'Asks a class one question now; one that is open ends with it.',
    params: classParams,
    body: askBody,
    status: 201,
    handle: ({ actor, params, body, now }) => liveQuestions.ask(asTeacher(actor), params.classId, body, now),
  },
  {
    route: 'GET /api/live-questions/:liveId',
    action: 'piece.look',
    does: 'What the board shows: the question, how many have answered, then how, then the key. Never a name.',
    params: liveParams,
    handle: ({ actor, params, now }) => liveQuestions.board(asTeacher(actor), params.liveId, now),
  },
  {
    route: 'PUT /api/live-questions/:liveId',
    action: 'assignment.write',
    does: 'Shows how it was answered, or the key, which ends it; ends it, or lets it go on.',
    params: liveParams,
    body: stepBody,
    handle: ({ actor, params, body, now }) => liveQuestions.step(asTeacher(actor), params.liveId, body, now),
  },
  {
    route: 'DELETE /api/live-questions/:liveId',
    action: 'assignment.write',
    does: 'Takes a question away that was asked by mistake, with its answers.',
    params: liveParams,
    handle: ({ actor, params }) => liveQuestions.remove(asTeacher(actor), params.liveId),
  },
  {
    route: 'GET /api/live-questions/:liveId/answers',
    action: 'piece.look',
    does: 'Who answered what, for the class’s teachers.',
    params: liveParams,
    handle: ({ actor, params, now }) => liveQuestions.answers(asTeacher(actor), params.liveId, now),
  },
  {
    route: 'POST /api/live-questions/:liveId/score',
    action: 'score.write',
    does: 'Has a question that is over count in the mark book, as a piece done in class of so many points; once.',
    params: liveParams,
    body: liveScoreBody,
    status: 201,
    handle: ({ actor, params, body, now }) => liveScoring.score(asTeacher(actor), params.liveId, body.points, now),
  },
  {
    route: 'GET /api/live-questions/:liveId/live',
    action: 'piece.look',
    does: 'Server-sent events: an answer has come, or what is shown has changed.',
    params: liveParams,
    repliesItself: true,
    handle: async ({ actor, params, req, res }) => {
      const teacher = asTeacher(actor);
      const classId = await liveQuestions.classOf(teacher, params.liveId);
      await streams.begin({ actor: teacher, req, res }, [classId], (say) => live.listen({ kind: 'liveQuestion', id: params.liveId }, say));
    },
  },
  {
    route: 'GET /api/my/live-questions',
    action: 'ownWork.look',
    does: 'What is asked now in your classes, with your answer; after that how it was answered and the key, once they are shown.',
    handle: ({ actor, now }) => liveQuestions.mine(asStudent(actor), now),
  },
  {
    route: 'GET /api/my/live-questions/live',
    action: 'ownWork.look',
    does: 'Server-sent events: something is asked in one of your classes, or more of it is shown.',
    repliesItself: true,
    handle: async ({ actor, req, res }) => {
      const student = asStudent(actor);
      const ids = await roster.classesOf(student.userId);
      await streams.begin({ actor: student, req, res }, [], (say) => live.listenToAll('asked', ids, say));
    },
  },
  {
    route: 'PUT /api/my/live-questions/:liveId/answer',
    action: 'ownWork.write',
    does: 'Your answer, in the place of an earlier one, while it takes answers.',
    params: liveParams,
    body: liveAnswerBody,
    handle: ({ actor, params, body, now }) => liveQuestions.answer(asStudent(actor), params.liveId, body.answer, now),
  },
];
