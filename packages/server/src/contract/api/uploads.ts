import type { Nothing } from './shape';
import type { WorkFile } from '../work';

export interface UploadsApi {
  'POST /api/my/uploads': Nothing;
  'HEAD /api/my/uploads/:uploadId': Nothing;
  'PATCH /api/my/uploads/:uploadId': Nothing;
  'POST /api/my/uploads/:uploadId/finish': { reply: WorkFile };
  'DELETE /api/my/uploads/:uploadId': Nothing;
}
