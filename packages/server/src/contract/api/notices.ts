import type {
  HandsBoardReply,
  HandVotesReply,
  MyHands,
  MyNoticesReply,
  NoticeAnswer,
  NoticeAnswerRequest,
  NoticeFeedReply,
  NoticeboardReply,
  NoticePause,
  NoticePauseRequest,
  NoticeReadersReply,
  NoticeRequest,
  NoticeVerdict,
  ReadNotice,
  StudentNoticeRequest,
  TeacherNotice,
} from '../notices';
import type { Nothing } from './shape';

export interface NoticesApi {
  'GET /api/classes/:classId/notices': { reply: NoticeboardReply };
  'GET /api/classes/:classId/notices/feed': { reply: NoticeFeedReply };
  'POST /api/classes/:classId/notices/feed': { reply: NoticeFeedReply };
  'DELETE /api/classes/:classId/notices/feed': Nothing;
  'GET /feed/:file': { file: 'application/atom+xml' };
  'GET /api/classes/:classId/notice-pauses': { reply: NoticePause[] };
  'PUT /api/classes/:classId/notice-pauses/:studentId': { body: NoticePauseRequest };
  'PUT /api/notices/:noticeId': { body: NoticeRequest; reply: TeacherNotice };
  'DELETE /api/notices/:noticeId': Nothing;
  'PUT /api/notices/:noticeId/verdict': { body: NoticeVerdict };
  'PUT /api/notices/:noticeId/closed': { body: { closed: boolean } };
  'GET /api/classes/:classId/notices/:noticeId/readers': { reply: NoticeReadersReply };
  'POST /api/classes/:classId/notices/:noticeId/remind': { reply: { reminded: number } };
  'GET /api/classes/:classId/notices/:noticeId/answers': { reply: NoticeAnswer[] };
  'POST /api/classes/:classId/notices/:noticeId/answers': { body: NoticeAnswerRequest; reply: NoticeAnswer[] };
  'PUT /api/notice-answers/:answerId/verdict': { body: NoticeVerdict; reply: NoticeAnswer[] };
  'GET /api/my/notices': { reply: MyNoticesReply };
  'POST /api/my/notices/read': { body: { noticeIds: string[] } };
  'PUT /api/my/classes/:classId/notices': { body: StudentNoticeRequest; reply: ReadNotice };
  'DELETE /api/my/notices/:noticeId': Nothing;
  'GET /api/my/notices/:noticeId/answers': { reply: NoticeAnswer[] };
  'POST /api/my/notices/:noticeId/answers': { body: NoticeAnswerRequest; reply: NoticeAnswer[] };
  'PUT /api/my/notices/:noticeId/hand': { body: { chosen: string[] }; reply: MyHands };
  'GET /api/family/children/:studentId/notices': { reply: ReadNotice[] };
  'PUT /api/family/children/:studentId/notices/:noticeId/tick': { body: { seen: boolean }; reply: ReadNotice[] };
  'POST /api/family/children/:studentId/notices/read': { body: { noticeIds: string[] } };
  'GET /api/classes/:classId/hands/:noticeId': { reply: HandsBoardReply };
  'PUT /api/notices/:noticeId/hands': { body: { ended: boolean } };
  'GET /api/classes/:classId/hands/:noticeId/votes': { reply: HandVotesReply };
  'GET /api/classes/:classId/hands/:noticeId/live': { file: 'text/event-stream' };
}
