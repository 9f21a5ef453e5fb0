import type { BroughtBackReply, TakeHomeProgress } from '../collecting';

export interface TakeHomeApi {
  'POST /api/take-home': { body: { of: string[]; as: 'html' | 'pdf' }; reply: { files: number } };
  'GET /api/take-home': { query: { of: string; as: 'html' | 'pdf'; ticket?: string }; file: 'application/zip' };
  'GET /api/take-home/:ticket': { reply: TakeHomeProgress | undefined };
  'POST /api/assignments/:assignmentId/bring-back': { upload: true; reply: BroughtBackReply };
}
