import type { KeptFile } from '../assignments';
import type { PaperCheck } from '../papers';
import type { FileWords } from '../work';

export interface FilesApi {
  'POST /api/files': { upload: true; query: { as?: 'picture' }; reply: KeptFile };
  'GET /api/files/:fileId': { query: { as?: 'inline' }; file: 'application/octet-stream' };
  'GET /api/files/:fileId/words': { reply: FileWords };
  'GET /api/files/:fileId/paper': { reply: PaperCheck };
}
