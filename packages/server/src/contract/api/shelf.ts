import type { KeptFile } from '../assignments';
import type { Nothing } from './shape';
import type {
  KeepQuestions,
  KeptQuestion,
  KeptQuestions,
  QuestionSearch,
  QuestionsChange,
  QuestionStoreReply,
  QuestionUsesReply,
  ShelfChange,
  ShelfItem,
  ShelfItemReply,
  ShelfReply,
  ShelfRequest,
} from '../shelf';

export interface ShelfApi {
  'GET /api/shelf': { reply: ShelfReply };
  'POST /api/shelf': { query: { from?: string }; body: ShelfRequest; reply: ShelfItem };
  'GET /api/shelf/pictures': { reply: KeptFile[] };
  'GET /api/shelf/:itemId': { reply: ShelfItemReply };
  'PUT /api/shelf/:itemId': { body: ShelfChange; reply: ShelfItemReply };
  'DELETE /api/shelf/:itemId': Nothing;
  'GET /api/questions': { query: QuestionSearch; reply: QuestionStoreReply };
  'POST /api/questions': { body: KeepQuestions; reply: KeptQuestions };
  'POST /api/questions/changes': { body: QuestionsChange };
  'GET /api/questions/:itemId': { reply: KeptQuestion };
  'GET /api/questions/:itemId/uses': { reply: QuestionUsesReply };
}
