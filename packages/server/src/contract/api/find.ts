import type { FindReply } from '../looking';

export interface FindApi {
  'GET /api/find': { query: { q: string }; reply: FindReply };
}
