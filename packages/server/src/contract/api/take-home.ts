import type { BroughtBackReply, TakeHomeProgress } from '../collecting';

export interface TakeHomeApi {
  'POST /api/take-home': { body: { of: string[]; as: 'html' | 'pdf' | 'docx' | 'odt' }; reply: { files: number } };
  'GET /api/take-home': { query: { of: string; as: 'html' | 'pdf' | 'docx' | 'odt'; ticket?: string }; file: 'application/zip' };
  'GET /api/take-home/:ticket': { reply: TakeHomeProgress | undefined };
  'POST /api/assignments/:assignmentId/bring-back': { upload: true; reply: BroughtBackReply };
}
