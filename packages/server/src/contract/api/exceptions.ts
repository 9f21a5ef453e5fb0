import type { Nothing } from './shape';
import type { GroupDateRequest } from '../assignments';
import type {
  AnswerExtension,
  AskExtension,
  ExceptionRequest,
  ExtensionRequest,
  OwnRequest,
  OwnStanding,
  StandingBody,
  StandingForClassReply,
  StandingGive,
} from '../exceptions';

export interface ExceptionsApi {
  'PUT /api/assignments/:assignmentId/exceptions': { body: ExceptionRequest };
  'DELETE /api/assignments/:assignmentId/exceptions/:studentId': Nothing;
  'PUT /api/assignments/:assignmentId/group-dates/:groupId': { body: GroupDateRequest };
  'DELETE /api/assignments/:assignmentId/group-dates/:groupId': Nothing;
  'POST /api/my/work/:assignmentId/requests': { body: AskExtension; reply: OwnRequest };
  'DELETE /api/my/requests/:requestId': Nothing;
  'GET /api/requests': { reply: ExtensionRequest[] };
  'POST /api/requests/:requestId/answer': { body: AnswerExtension };
  'GET /api/classes/:classId/standing-exceptions': { reply: StandingForClassReply };
  'POST /api/standing-exceptions': { body: StandingGive; reply: { ids: string[] } };
  'PUT /api/classes/:classId/standing-exceptions/:exceptionId': { body: StandingBody & { version: number } };
  'DELETE /api/classes/:classId/standing-exceptions/:exceptionId': Nothing;
  'GET /api/my/standing-exceptions': { reply: OwnStanding[] };
}
