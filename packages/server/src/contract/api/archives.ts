import type { ArchiveJob, BringRequest } from '../archives';
import type { Nothing } from './shape';

export interface ArchivesApi {
  'GET /api/archives': { reply: ArchiveJob[] };
  'POST /api/archives': { upload: true; reply: ArchiveJob };
  'POST /api/classes/:classId/archives': { reply: ArchiveJob };
  'POST /api/classes/:classId/course-packages': { reply: ArchiveJob };
  'POST /api/shelf/course-packages': { body: { folder: string }; reply: ArchiveJob };
  'GET /api/archives/:jobId': { reply: ArchiveJob };
  'POST /api/archives/:jobId/bring': { body: BringRequest; reply: ArchiveJob };
  'POST /api/archives/:jobId/stop': Nothing;
  'GET /api/archives/:jobId/file': { file: 'application/zip' };
}
