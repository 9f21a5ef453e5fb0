import { classParams, memberParams } from '../../forms/params';
import { asTeacher } from '../../http/as-role';
import type { Route } from '../../http/route';
import type { LiveService } from '../collecting/live.service';
import type { StreamsService } from '../collecting/streams.service';
import type { HandsBoardService } from '../hands/hands-board.service';
import type { NoticeAnswersService } from './notice-answers.service';
import type { NoticeFeedService } from './notice-feed.service';
import type { NoticeTellingService } from './notice-telling.service';
import type { NoticeboardService } from './noticeboard.service';
import {
  closedBody,
  feedParams,
  endHandsBody,
  noticeAnswerBody,
  noticeAnswerParams,
  noticeBody,
  noticeInClassParams,
  noticeParams,
  noticePauseBody,
  verdictBody,
} from './notices.schema';
import type { StudentNoticesService } from './student-notices.service';
import type { WritingNoticesService } from './writing-notices.service';

export const noticeRoutes = ({
  noticeboard,
  writingNotices,
  noticeTelling,
  noticeAnswers,
  noticeFeed,
  studentNotices,
  handsBoard,
  live,
  streams,
}: {
  noticeboard: NoticeboardService;
  writingNotices: WritingNoticesService;
  noticeTelling: NoticeTellingService;
  noticeAnswers: NoticeAnswersService;
  noticeFeed: NoticeFeedService;
  studentNotices: StudentNoticesService;
  handsBoard: HandsBoardService;
  live: LiveService;
  streams: StreamsService;
}): Route[] => [
  {
    route: 'GET /api/classes/:classId/notices',
    action: 'notice.look',
    does: 'The noticeboard of a class: what is up, waits, is a draft or over, with who has read it and how hands stand.',
    params: classParams,
    handle: ({ actor, params, now }) => noticeboard.of(asTeacher(actor), params.classId, now),
  },
  {
    route: 'GET /api/classes/:classId/notices/feed',
    action: 'notice.look',
    does: 'The address under which news readers find what a class’s notices say to all of it; null where the class has none.',
    params: classParams,
    handle: ({ actor, params }) => noticeFeed.address(asTeacher(actor), params.classId),
  },
  {
    route: 'POST /api/classes/:classId/notices/feed',
    action: 'notice.write',
    does: 'Makes such an address; an earlier one stops working.',
    params: classParams,
    handle: ({ actor, params, now }) => noticeFeed.renew(asTeacher(actor), params.classId, now),
  },
  {
    route: 'DELETE /api/classes/:classId/notices/feed',
    action: 'notice.write',
    does: 'Takes the address away.',
    params: classParams,
    handle: ({ actor, params }) => noticeFeed.end(asTeacher(actor), params.classId),
  },
  {
    route: 'GET /feed/:file',
    action: 'dates.fetch',
    does: 'The notices behind a secret address, as Atom.',
    params: feedParams,
    limit: 'calendar',
    repliesItself: true,
    handle: async ({ params, now, res }) =>
      void res
        .set({ 'Content-Type': 'application/atom+xml; charset=utf-8', 'Cache-Control': 'private, max-age=300' })
        .send(await noticeFeed.serve(params.file.slice(0, -'.atom'.length), now)),
  },
  {
    route: 'PUT /api/notices/:noticeId',
    action: 'notice.write',
    does: 'Stores a notice under the id you give it: a draft, put up now, or at a time. Version 0 is a new one.',
    params: noticeParams,
    body: noticeBody,
    handle: ({ actor, params, body, now }) => writingNotices.set(asTeacher(actor), params.noticeId, body, now),
  },
  {
    route: 'DELETE /api/notices/:noticeId',
    action: 'notice.write',
    does: 'Throws away a notice that was never up.',
    params: noticeParams,
    handle: ({ actor, params, now }) => writingNotices.remove(asTeacher(actor), params.noticeId, now),
  },
  {
    route: 'PUT /api/notices/:noticeId/verdict',
    action: 'notice.write',
    does: 'Puts up a student’s notice or hides it with a word; takes down your own or puts it up again.',
    params: noticeParams,
    body: verdictBody,
    handle: ({ actor, params, body, now }) => studentNotices.judge(asTeacher(actor), params.noticeId, body, now),
  },
  {
    route: 'PUT /api/notices/:noticeId/closed',
    action: 'notice.write',
    does: 'Takes no more answers to a notice, or takes them again.',
    params: noticeParams,
    body: closedBody,
    handle: ({ actor, params, body, now }) => writingNotices.close(asTeacher(actor), params.noticeId, body.closed, now),
  },
  {
    route: 'GET /api/classes/:classId/notices/:noticeId/readers',
    action: 'notice.look',
    does: 'Who has read a notice, by student with their families.',
    params: noticeInClassParams,
    handle: ({ actor, params }) => noticeboard.readers(asTeacher(actor), params.classId, params.noticeId),
  },
  {
    route: 'POST /api/classes/:classId/notices/:noticeId/remind',
    action: 'notice.write',
    does: 'Reminds those of a class who have not read it.',
    params: noticeInClassParams,
    handle: ({ actor, params, now }) => noticeTelling.remind(asTeacher(actor), params.classId, params.noticeId, now),
  },
  {
    route: 'GET /api/classes/:classId/notices/:noticeId/answers',
    action: 'notice.look',
    does: 'All answers of a class to a notice, hidden ones too.',
    params: noticeInClassParams,
    handle: ({ actor, params }) => noticeAnswers.forTeacher(asTeacher(actor), params.classId, params.noticeId),
  },
  {
    route: 'POST /api/classes/:classId/notices/:noticeId/answers',
    action: 'notice.write',
    does: 'Answers below what a student wrote, or for the class.',
    params: noticeInClassParams,
    body: noticeAnswerBody,
    status: 201,
    handle: ({ actor, params, body, now }) => noticeAnswers.writeAsTeacher(asTeacher(actor), params.classId, params.noticeId, body, now),
  },
  {
    route: 'PUT /api/notice-answers/:answerId/verdict',
    action: 'notice.write',
    does: 'Hides an answer with a word for whoever wrote it, or shows it again.',
    params: noticeAnswerParams,
    body: verdictBody,
    handle: ({ actor, params, body, now }) => noticeAnswers.judge(asTeacher(actor), params.answerId, body, now),
  },
  {
    route: 'GET /api/classes/:classId/notice-pauses',
    action: 'notice.look',
    does: 'Students who put up no notices for a time.',
    params: classParams,
    handle: ({ actor, params, now }) => studentNotices.pausesOf(asTeacher(actor), params.classId, now),
  },
  {
    route: 'PUT /api/classes/:classId/notice-pauses/:studentId',
    action: 'notice.write',
    does: 'Takes the right to put up notices from a student until a day, or gives it back.',
    params: memberParams,
    body: noticePauseBody,
    handle: ({ actor, params, body, now }) => studentNotices.pause(asTeacher(actor), params.classId, params.studentId, body, now),
  },
  {
    route: 'GET /api/classes/:classId/hands/:noticeId',
    action: 'notice.look',
    does: 'A show of hands as the board has it: the question and the count. Never a name.',
    params: noticeInClassParams,
    handle: ({ actor, params, now }) => handsBoard.board(asTeacher(actor), params.classId, params.noticeId, now),
  },
  {
    route: 'PUT /api/notices/:noticeId/hands',
    action: 'notice.write',
    does: 'Ends a show of hands, or lets it go on.',
    params: noticeParams,
    body: endHandsBody,
    handle: ({ actor, params, body, now }) => writingNotices.endHands(asTeacher(actor), params.noticeId, body.ended, now),
  },
  {
    route: 'GET /api/classes/:classId/hands/:noticeId/votes',
    action: 'notice.look',
    does: 'Who chose what, where names are recorded.',
    params: noticeInClassParams,
    handle: ({ actor, params }) => handsBoard.votes(asTeacher(actor), params.classId, params.noticeId),
  },
  {
    route: 'GET /api/classes/:classId/hands/:noticeId/live',
    action: 'notice.look',
    does: 'Server-sent events: somebody has chosen, or it was ended.',
    params: noticeInClassParams,
    repliesItself: true,
    handle: async ({ actor, params, now, req, res }) => {
      const teacher = asTeacher(actor);
      await handsBoard.board(teacher, params.classId, params.noticeId, now);
      await streams.begin({ actor: teacher, req, res }, [params.classId], (say) =>
        live.listen({ kind: 'hands', id: params.noticeId }, say),
      );
    },
  },
];
