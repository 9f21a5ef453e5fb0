import type { Nothing } from './shape';
import type { SessionReply } from '../accounts';
import type { AskExtension } from '../exceptions';
import type {
  ChildPieceReply,
  ChildReply,
  FamilyCodeLook,
  FamilyCodeUse,
  FamilyHomeReply,
  FamilyLettersRequest,
  FamilyMailsReply,
  FamilyMailsRequest,
  FamilyMessage,
  FamilyReport,
  FamilySettings,
  FamilyThread,
  StudentFamilies,
  WriteHomeRequest,
} from '../families';

export interface FamiliesApi {
  'GET /api/classes/:classId/families': { reply: StudentFamilies[] };
  'POST /api/classes/:classId/families/letters': { body: FamilyLettersRequest; file: 'application/pdf' };
  'POST /api/classes/:classId/families/mails': { body: FamilyMailsRequest; reply: FamilyMailsReply };
  'DELETE /api/classes/:classId/families/codes/:codeId': Nothing;
  'DELETE /api/classes/:classId/progress/:studentId/families/:familyId': Nothing;
  'GET /api/classes/:classId/progress/:studentId/families/messages': { reply: FamilyThread[] };
  'POST /api/classes/:classId/progress/:studentId/families/messages': { body: WriteHomeRequest };
  'POST /api/family/codes/look': { body: { code: string }; reply: FamilyCodeLook };
  'POST /api/family/join': { body: FamilyCodeUse; reply: SessionReply };
  'POST /api/family/children': { body: { code: string }; reply: FamilyHomeReply };
  'GET /api/family': { reply: FamilyHomeReply };
  'PUT /api/family/settings': { body: FamilySettings };
  'GET /api/family/children/:studentId': { reply: ChildReply };
  'GET /api/family/children/:studentId/work/:assignmentId': { reply: ChildPieceReply };
  'POST /api/family/children/:studentId/work/:assignmentId/requests': { body: AskExtension; reply: ChildPieceReply };
  'PUT /api/family/children/:studentId/work/:assignmentId/tick': { body: { seen: boolean }; reply: ChildPieceReply };
  'GET /api/family/children/:studentId/reports': { reply: FamilyReport[] };
  'GET /api/family/reports/:reportId/file': { file: 'application/pdf' };
  'GET /api/family/children/:studentId/classes/:classId/messages': { reply: FamilyMessage[] };
  'POST /api/family/children/:studentId/classes/:classId/messages': { body: { id: string; text: string }; reply: FamilyMessage[] };
}
