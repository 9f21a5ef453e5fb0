import type { Nothing } from './shape';
import type { KeptFile } from '../assignments';
import type { ConversationReply, MessageRequest } from '../conversations';

export interface ConversationsApi {
  'GET /api/my/work/:assignmentId/messages': { reply: ConversationReply };
  'GET /api/assignments/:assignmentId/pieces/:studentId/messages': { reply: ConversationReply };
  'POST /api/my/work/:assignmentId/messages': { body: MessageRequest; reply: ConversationReply };
  'POST /api/assignments/:assignmentId/pieces/:studentId/messages': { body: MessageRequest; reply: ConversationReply };
  'POST /api/my/work/:assignmentId/messages/files': { upload: true; reply: KeptFile };
  'POST /api/assignments/:assignmentId/pieces/:studentId/messages/files': { upload: true; reply: KeptFile };
  'POST /api/my/work/:assignmentId/messages/read': Nothing;
  'POST /api/assignments/:assignmentId/pieces/:studentId/messages/read': Nothing;
}
