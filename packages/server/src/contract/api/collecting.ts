import type { PaperReply } from '../papers';
import type { Nothing } from './shape';
import type { ChangedRowsReply, ClassMarksRequest, FollowReply, NudgeReply, NudgeRequest, OverlapReply } from '../collecting';
import type { VersionReply } from '../pieces';

export interface CollectingApi {
  'GET /api/assignments/:assignmentId/live': { file: 'text/event-stream' };
  'GET /api/assignments/:assignmentId/pieces/changed': { query: { of: string }; reply: ChangedRowsReply };
  'GET /api/assignments/:assignmentId/pieces/:studentId/draft': { reply: FollowReply };
  'GET /api/assignments/:assignmentId/pieces/:studentId/files/:fileId/noted': { file: 'application/pdf' };
  'GET /api/assignments/:assignmentId/pieces/:studentId/papers/:attachmentId': { reply: PaperReply };
  'GET /api/assignments/:assignmentId/pieces/:studentId/versions/:versionId': { reply: VersionReply };
  'POST /api/assignments/:assignmentId/nudges': { body: NudgeRequest; reply: NudgeReply };
  'PUT /api/assignments/:assignmentId/class-marks': { body: ClassMarksRequest };
  'POST /api/assignments/:assignmentId/overlap': { body: { withEarlier: boolean }; reply: OverlapReply };
  'GET /api/overlap/:overlapId': { reply: OverlapReply };
  'DELETE /api/overlap/:overlapId': Nothing;
}
