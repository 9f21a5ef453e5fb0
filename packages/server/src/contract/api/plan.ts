import type { DaySpan } from '@jolly/core';
import type { Nothing } from './shape';
import type {
  MoveConfirm,
  MovePreview,
  MoveReply,
  MoveRequest,
  OrderRequest,
  PlanNote,
  PlanNoteChange,
  PlanNoteRequest,
  PlanReply,
} from '../plan';

export interface PlanApi {
  'GET /api/plan': { query: DaySpan & { classId?: string }; reply: PlanReply };
  'POST /api/plan/preview': { body: MoveRequest; reply: MovePreview };
  'POST /api/plan/moves': { body: MoveConfirm; reply: MoveReply };
  'POST /api/plan/moves/:moveId/undo': Nothing;
  'POST /api/classes/:classId/plan-notes': { body: PlanNoteRequest; reply: PlanNote };
  'PUT /api/plan-notes/:noteId': { body: PlanNoteChange; reply: PlanNote };
  'DELETE /api/plan-notes/:noteId': Nothing;
  'PUT /api/classes/:classId/order': { body: OrderRequest };
}
