import type { Nothing } from './shape';
import type { GroupingBody, GroupingReply } from '../rosters';

export interface GroupsApi {
  'GET /api/classes/:classId/groupings': { reply: GroupingReply[] };
  'POST /api/classes/:classId/groupings': { body: GroupingBody; reply: GroupingReply };
  'PUT /api/classes/:classId/groupings/:groupingId': { body: GroupingBody & { version: number }; reply: GroupingReply };
  'DELETE /api/classes/:classId/groupings/:groupingId': Nothing;
}
