import type { Nothing } from './shape';
import type { RemarkChange, RemarkRequest, SavedRemark } from '../marking';

export interface RemarksApi {
  'GET /api/remarks': { reply: SavedRemark[] };
  'POST /api/remarks': { body: RemarkRequest; reply: SavedRemark };
  'PUT /api/remarks/:remarkId': { body: RemarkChange; reply: SavedRemark };
  'DELETE /api/remarks/:remarkId': Nothing;
}
