import type { NoticeVerdict } from '../notices';
import type {
  MyWallItem,
  NewWallRequest,
  WallItem,
  WallPieceReply,
  WallRemarkRequest,
  WallRemarksVerdict,
  WallReply,
  WallRequest,
  WallShowRequest,
  Wall,
} from '../walls';
import type { Nothing } from './shape';

export interface WallsApi {
  'GET /api/classes/:classId/walls': { reply: WallItem[] };
  'POST /api/classes/:classId/walls': { body: NewWallRequest; reply: WallReply };
  'GET /api/my/walls': { reply: MyWallItem[] };
  'GET /api/family/children/:studentId/walls': { reply: Wall[] };
  'GET /api/walls/:wallId': { reply: WallReply };
  'PUT /api/walls/:wallId': { body: WallRequest; reply: WallReply };
  'GET /api/walls/:wallId/zip': { file: 'application/zip' };
  'GET /api/walls/:wallId/pieces/:wallPieceId': { reply: WallPieceReply };
  'PUT /api/walls/:wallId/pieces/:wallPieceId/verdict': { body: NoticeVerdict; reply: WallReply };
  'PUT /api/walls/:wallId/remarks': { body: WallRemarksVerdict; reply: WallReply };
  'PUT /api/my/walls/:wallId/shown': { body: WallShowRequest } & Nothing;
  'POST /api/my/walls/:wallId/pieces/:wallPieceId/remarks': { body: WallRemarkRequest; reply: WallReply };
  'DELETE /api/my/walls/:wallId/remarks/:remarkId': Nothing;
}
