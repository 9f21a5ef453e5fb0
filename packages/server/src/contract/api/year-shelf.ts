import type { HandoutOpenedReply, YearShelfReply, YearShelfRequest } from '../year-shelf';
import type { Nothing } from './shape';

export interface YearShelfApi {
  'GET /api/classes/:classId/year-shelf': { reply: YearShelfReply };
  'PUT /api/classes/:classId/year-shelf': { body: YearShelfRequest; reply: YearShelfReply };
  'GET /api/classes/:classId/handouts/:assignmentId/opened': { reply: HandoutOpenedReply };
  'POST /api/my/handouts/:assignmentId/opened': Nothing;
}
