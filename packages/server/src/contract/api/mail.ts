import type { Nothing } from './shape';
import type { MailroomReply } from '../rosters';

export interface MailApi {
  'GET /api/mailroom': { reply: MailroomReply };
  'POST /api/mailroom/:mailId/again': Nothing;
}
