import type { Nothing } from './shape';
import type {
  CalendarAnswer,
  CalendarChange,
  CalendarEffects,
  CalendarProposalRequest,
  CalendarReply,
  CalendarRequest,
  ClassChange,
  ClassReply,
  ClassRequest,
  CopyPreviewReply,
  CopyRequest,
  JoinCodeRequest,
  ReadClosuresReply,
  ReadClosuresRequest,
  SchemeReply,
  SchemeRequest,
  Unit,
  UnitsRequest,
} from '../classes';

export interface ClassesApi {
  'GET /api/classes': { reply: ClassReply[] };
  'POST /api/classes': { body: ClassRequest; reply: ClassReply };
  'GET /api/classes/:classId': { reply: ClassReply };
  'PATCH /api/classes/:classId': { body: ClassChange; reply: ClassReply };
  'POST /api/classes/:classId/away': { body: { away: boolean }; reply: ClassReply };
  'POST /api/classes/:classId/join-code': { reply: ClassReply };
  'PUT /api/classes/:classId/join-code': { body: JoinCodeRequest; reply: ClassReply };
  'GET /api/classes/:classId/scheme': { reply: SchemeReply };
  'PUT /api/classes/:classId/scheme': { body: SchemeRequest; reply: SchemeReply };
  'GET /api/classes/:classId/units': { reply: Unit[] };
  'PUT /api/classes/:classId/units': { body: UnitsRequest; reply: Unit[] };
  'POST /api/classes/:classId/copy/preview': { body: CopyRequest; reply: CopyPreviewReply };
  'POST /api/classes/:classId/copy': { body: CopyRequest; reply: ClassReply };
  'DELETE /api/classes/:classId/teachers/:teacherId': Nothing;
  'POST /api/classes/:classId/teachers/:teacherId/owner': Nothing;
  'GET /api/calendars': { reply: CalendarReply[] };
  'POST /api/calendars': { body: CalendarRequest & { classId: string }; reply: CalendarReply };
  'POST /api/calendars/closures': { body: ReadClosuresRequest; reply: ReadClosuresReply };
  'POST /api/calendars/:calendarId/preview': { body: CalendarChange; reply: CalendarEffects };
  'PUT /api/calendars/:calendarId': { body: CalendarChange; reply: CalendarReply };
  'POST /api/calendars/:calendarId/proposals': { body: CalendarProposalRequest; reply: CalendarReply };
  'POST /api/calendar-changes/:changeId/answer': { body: CalendarAnswer; reply: CalendarReply };
  'DELETE /api/calendar-changes/:changeId': { reply: CalendarReply };
  'POST /api/calendar-changes/:changeId/undo': { reply: CalendarReply };
}
