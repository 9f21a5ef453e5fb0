import type {
  BookActsReply,
  BookAimsReply,
  BookBringInReply,
  BookCellsReply,
  BookEditsReply,
  BookEditsRequest,
  BookReply,
  BookTakeOut,
  CellHistoryReply,
} from '../book';

export interface MarkbookApi {
  'GET /api/classes/:classId/book': { query: { sections?: 'apart' | 'together' }; reply: BookReply };
  'POST /api/classes/:classId/book/cells': { body: { assignmentIds: string[] }; reply: BookCellsReply };
  'GET /api/classes/:classId/book/live': { query: { sections?: 'apart' | 'together' }; file: 'text/event-stream' };
  'GET /api/classes/:classId/book/acts': { reply: BookActsReply };
  'POST /api/classes/:classId/book/edits': { body: BookEditsRequest; reply: BookEditsReply };
  'POST /api/classes/:classId/book/acts/:actId/undo': { reply: BookEditsReply };
  'POST /api/classes/:classId/book/acts/:actId/redo': { reply: BookEditsReply };
  'GET /api/assignments/:assignmentId/pieces/:studentId/history': { reply: CellHistoryReply };
  'GET /api/classes/:classId/book/aims': { reply: BookAimsReply };
  'GET /api/classes/:classId/book/file': { query: BookTakeOut; file: 'application/octet-stream' };
  'POST /api/classes/:classId/book/bring-in/preview': { upload: true; body: Record<never, never>; reply: BookBringInReply };
  'POST /api/classes/:classId/book/bring-in': { upload: true; body: { digest: string }; reply: BookEditsReply };
}
