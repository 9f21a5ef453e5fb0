import type { Nothing } from './shape';
import type { JoinPreviewReply, JoinReply, JoinRequest, SessionReply } from '../accounts';
import type {
  CardsRequest,
  HelperReply,
  InviteStudentsReply,
  MyJoining,
  RosterImportReply,
  RosterPreviewReply,
  RosterReading,
  RosterStudent,
  SettleJoining,
  StudentChange,
  TeachersReply,
  WaitingToJoin,
} from '../rosters';

export interface RosterApi {
  'GET /api/classes/:classId/roster': { reply: RosterStudent[] };
  'POST /api/classes/:classId/roster/preview': { upload: true; body: RosterReading; reply: RosterPreviewReply };
  'POST /api/classes/:classId/roster/import': { upload: true; body: RosterReading & { digest: string }; reply: RosterImportReply };
  'GET /api/classes/:classId/roster.xlsx': { file: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet' };
  'GET /api/classes/:classId/roster.ods': { file: 'application/vnd.oasis.opendocument.spreadsheet' };
  'GET /api/classes/:classId/roster.zip': { query: { version?: '1.1' | '1.2' }; file: 'application/zip' };
  'POST /api/classes/:classId/cards': { body: CardsRequest; file: 'application/pdf' };
  'POST /api/classes/:classId/invitations': { body: CardsRequest; reply: InviteStudentsReply };
  'PATCH /api/classes/:classId/roster/:studentId': { body: StudentChange };
  'DELETE /api/classes/:classId/roster/:studentId': Nothing;
  'POST /api/classes/:classId/roster/:studentId/back': Nothing;
  'POST /api/classes/:classId/roster/:studentId/password': { reply: { userName: string; password: string } };
  'DELETE /api/classes/:classId/roster/:studentId/card': Nothing;
  'POST /api/classes/:classId/practice': { reply: SessionReply };
  'DELETE /api/session/practice': { reply: SessionReply };
  'GET /api/classes/:classId/teachers': { reply: TeachersReply };
  'POST /api/classes/:classId/teachers': { body: { email: string } };
  'DELETE /api/classes/:classId/invitations/:ticketId': Nothing;
  'GET /api/join/:code': { reply: JoinPreviewReply };
  'POST /api/join/:code': { body: JoinRequest; reply: JoinReply };
  'POST /api/my/classes/:code': { reply: { classId: string; waits: boolean } };
  'GET /api/classes/:classId/joinings': { reply: { waiting: WaitingToJoin[]; asked: { id: string; name: string; at: number }[] } };
  'POST /api/classes/:classId/joinings/:joiningId': { body: SettleJoining };
  'GET /api/my/joinings': { reply: MyJoining[] };
  'POST /api/my/joinings/:joiningId': { body: { yes: boolean } };
  'GET /api/my/helpers': { reply: HelperReply[] };
  'PUT /api/my/helpers/:teacherId': { body: { allowed: boolean }; reply: HelperReply[] };
}
