import type {
  AcrossAnswersReply,
  AnswersReply,
  AnswersRequest,
  AnswerToScore,
  CorrectionAct,
  CorrectionEffects,
  CorrectionRequest,
  MarkRequest,
  MyQuizReply,
  QuizFileRequest,
  QuizOutcomeReply,
  QuizPrintRequest,
  QuizReceipt,
  ReadQuizReply,
} from '../quizzes';
import type { WorkFile } from '../work';
import type { Nothing } from './shape';

export interface QuizzesApi {
  'GET /api/my/quizzes/:assignmentId': { reply: MyQuizReply };
  'POST /api/my/quizzes/:assignmentId/tries': { reply: MyQuizReply };
  'POST /api/my/quizzes/:assignmentId/answers': { body: AnswersRequest; reply: AnswersReply };
  'POST /api/my/quizzes/:assignmentId/forward': { body: { number: number; position: number }; reply: MyQuizReply };
  'POST /api/my/quizzes/:assignmentId/files': { upload: true; reply: WorkFile };
  'POST /api/my/quizzes/:assignmentId/hand-in': { body: { number: number }; reply: QuizReceipt };
  'POST /api/briefs/:briefId/quiz/file': { body: QuizFileRequest; file: 'application/octet-stream' };
  'POST /api/quizzes/read': { upload: true; query: { decimal?: '.' | ',' }; reply: ReadQuizReply };
  'POST /api/briefs/:briefId/quiz/print': { body: QuizPrintRequest; file: 'application/pdf' };
  'GET /api/assignments/:assignmentId/quiz': { reply: QuizOutcomeReply };
  'POST /api/assignments/:assignmentId/quiz/corrections/look': { body: CorrectionRequest; reply: CorrectionEffects };
  'POST /api/assignments/:assignmentId/quiz/corrections': { body: CorrectionRequest; reply: CorrectionAct };
  'DELETE /api/assignments/:assignmentId/quiz/corrections/:actId': Nothing;
  'GET /api/assignments/:assignmentId/quiz/questions/:questionId/answers': { reply: AcrossAnswersReply };
  'PUT /api/assignments/:assignmentId/quiz/tries/:tryId/marks/:questionId': { body: MarkRequest; reply: AnswerToScore };
  'PUT /api/assignments/:assignmentId/quiz/tries/:tryId/late': { body: { counts: boolean }; reply: QuizOutcomeReply };
}
