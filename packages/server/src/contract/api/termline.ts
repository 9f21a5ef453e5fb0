import type { TermLineReply } from '../looking';

export interface TermlineApi {
  'GET /api/term-line': { reply: TermLineReply };
}
