import type { ClassProgressReply, ProgressQuery, StudentProgressReply } from '../progress';

export interface ProgressApi {
  'GET /api/classes/:classId/progress': { query: ProgressQuery; reply: ClassProgressReply };
  'GET /api/classes/:classId/progress/:studentId': { query: Pick<ProgressQuery, 'term'>; reply: StudentProgressReply };
  'GET /api/my/progress': { query: Pick<ProgressQuery, 'term'>; reply: StudentProgressReply[] };
}
