import type { Nothing } from './shape';
import type {
  AssignmentListItem,
  AssignmentReply,
  BriefChange,
  BriefEffects,
  BriefKind,
  BriefReply,
  BriefRequest,
  IssueReply,
  IssueRequest,
  LoadReply,
  LoadRequest,
  ReadRubricReply,
  RubricTableRequest,
} from '../assignments';
import type { AssignmentPiecesReply } from '../pieces';

export interface AssignmentsApi {
  'GET /api/assignments': { query: { kind?: BriefKind }; reply: AssignmentListItem[] };
  'POST /api/briefs': { body: BriefRequest; reply: BriefReply };
  'GET /api/briefs/:briefId': { reply: BriefReply };
  'PUT /api/briefs/:briefId': { body: BriefChange; reply: BriefReply };
  'POST /api/briefs/:briefId/effects': { body: BriefChange; reply: BriefEffects };
  'DELETE /api/briefs/:briefId': Nothing;
  'POST /api/briefs/:briefId/issue': { body: IssueRequest; reply: IssueReply };
  'POST /api/briefs/:briefId/withdraw': { body: { version: number }; reply: BriefReply };
  'POST /api/load': { body: LoadRequest; reply: LoadReply };
  'GET /api/aims': { reply: string[] };
  'GET /api/assignments/:assignmentId': { reply: AssignmentReply };
  'GET /api/assignments/:assignmentId/pieces': { reply: AssignmentPiecesReply };
  'POST /api/rubrics/read': { upload: true; body: { name: string }; reply: ReadRubricReply };
  'POST /api/rubrics/table': { body: RubricTableRequest; file: 'application/octet-stream' };
}
