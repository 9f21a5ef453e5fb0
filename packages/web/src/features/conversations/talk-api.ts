import type { ConversationReply, KeptFile, MessageRequest } from '@jolly/server/contract';
import { addressOf, ask } from '../../api/client';

/** The piece that is talked about; of one's own only the assignment is named. */
export interface TalkAt {
  assignmentId: string;
  studentId: string | null;
}
interface Talk {
  list(): Promise<ConversationReply>;
  send(body: MessageRequest): Promise<ConversationReply>;
  putUp(file: File): Promise<KeptFile>;
  read(): Promise<void>;
}

/** Where the piece is: what is typed is kept in the browser by it, also from one release to the next. */
export const talkAddress = ({ assignmentId, studentId }: TalkAt): string =>
  studentId === null
    ? addressOf('GET /api/my/work/:assignmentId', { params: { assignmentId } })
    : addressOf('GET /api/assignments/:assignmentId/pieces/:studentId', { params: { assignmentId, studentId } });

/** The same four acts from the side of the student and from the side of the teachers. */
export function talkAt({ assignmentId, studentId }: TalkAt): Talk {
  if (studentId === null) {
    const params = { assignmentId };
    return {
      list: () => ask('GET /api/my/work/:assignmentId/messages', { params }),
      send: (body) => ask('POST /api/my/work/:assignmentId/messages', { params, body }),
      putUp: (file) => ask('POST /api/my/work/:assignmentId/messages/files', { params, file }),
      read: () => ask('POST /api/my/work/:assignmentId/messages/read', { params }),
    };
  }
  const params = { assignmentId, studentId };
  return {
    list: () => ask('GET /api/assignments/:assignmentId/pieces/:studentId/messages', { params }),
    send: (body) => ask('POST /api/assignments/:assignmentId/pieces/:studentId/messages', { params, body }),
    putUp: (file) => ask('POST /api/assignments/:assignmentId/pieces/:studentId/messages/files', { params, file }),
    read: () => ask('POST /api/assignments/:assignmentId/pieces/:studentId/messages/read', { params }),
  };
}
