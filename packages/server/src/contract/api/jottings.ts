import type { Nothing } from './shape';
import type { Jotting, JottingRequest } from '../progress';

export interface JottingsApi {
  'GET /api/classes/:classId/progress/:studentId/jottings': { reply: Jotting[] };
  'POST /api/classes/:classId/progress/:studentId/jottings': { body: JottingRequest & { id?: string }; reply: Jotting };
  'PUT /api/jottings/:jottingId/done': { body: { done: boolean } };
  'DELETE /api/jottings/:jottingId': Nothing;
}
