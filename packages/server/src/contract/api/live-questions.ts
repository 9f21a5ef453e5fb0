import type { Answer, MilliPoints } from '@jolly/core';
import type { LiveAnswersReply, LiveAsk, LiveBoardReply, LiveQuestionItem, LiveStep, MyLiveQuestion } from '../live-questions';
import type { Nothing } from './shape';

export interface LiveQuestionsApi {
  'GET /api/classes/:classId/live-questions': { reply: LiveQuestionItem[] };
  'POST /api/classes/:classId/live-questions': { body: LiveAsk; reply: LiveBoardReply };
  'GET /api/live-questions/:liveId': { reply: LiveBoardReply };
  'PUT /api/live-questions/:liveId': { body: LiveStep; reply: LiveBoardReply };
  'DELETE /api/live-questions/:liveId': Nothing;
  'GET /api/live-questions/:liveId/answers': { reply: LiveAnswersReply };
  'POST /api/live-questions/:liveId/score': { body: { points: MilliPoints }; reply: { assignmentId: string } };
  'GET /api/live-questions/:liveId/live': { file: 'text/event-stream' };
  'GET /api/my/live-questions': { reply: MyLiveQuestion[] };
  'GET /api/my/live-questions/live': { file: 'text/event-stream' };
  'PUT /api/my/live-questions/:liveId/answer': { body: { answer: Answer }; reply: MyLiveQuestion };
}
