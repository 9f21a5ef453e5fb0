import { childParams, classParams } from '../../forms/params';
import { asFamily, asStudent } from '../../http/as-role';
import type { Route } from '../../http/route';
import type { NoticeAnswersService } from './notice-answers.service';
import { handBody, noticeAnswerBody, noticeParams, readBody, studentNoticeBody, childNoticeParams, tickBody } from './notices.schema';
import type { ReadingNoticesService } from './reading-notices.service';
import type { StudentNoticesService } from './student-notices.service';

/** Notices for students and families. */
export const myNoticeRoutes = ({
  readingNotices,
  noticeAnswers,
  studentNotices,
}: {
  readingNotices: ReadingNoticesService;
  noticeAnswers: NoticeAnswersService;
  studentNotices: StudentNoticesService;
}): Route[] => [
  {
    route: 'GET /api/my/notices',
    action: 'ownNotice.look',
    does: 'Notices of all your classes, pinned first, and where you may put up your own.',
    handle: ({ actor, now }) => readingNotices.mine(asStudent(actor), now),
  },
  {
    route: 'POST /api/my/notices/read',
    action: 'ownNotice.look',
    does: 'Notes that you have read these notices.',
    body: readBody,
    handle: ({ actor, body, now }) => readingNotices.noteReadByStudent(asStudent(actor), body.noticeIds, now),
  },
  {
    route: 'PUT /api/my/classes/:classId/notices',
    action: 'ownNotice.write',
    does: 'Puts up a notice of your own, where the class lets you; in some it waits for the teacher’s yes.',
    params: classParams,
    body: studentNoticeBody,
    handle: ({ actor, params, body, now }) => studentNotices.put(asStudent(actor), params.classId, body, now),
  },
  {
    route: 'DELETE /api/my/notices/:noticeId',
    action: 'ownNotice.write',
    does: 'Takes down a notice of your own.',
    params: noticeParams,
    handle: ({ actor, params, now }) => studentNotices.takeDown(asStudent(actor), params.noticeId, now),
  },
  {
    route: 'GET /api/my/notices/:noticeId/answers',
    action: 'ownNotice.look',
    does: 'What was answered: your own, what a teacher wrote below it, and what was written for the class.',
    params: noticeParams,
    handle: ({ actor, params, now }) => noticeAnswers.forStudent(asStudent(actor), params.noticeId, now),
  },
  {
    route: 'POST /api/my/notices/:noticeId/answers',
    action: 'ownNotice.write',
    does: 'Answers a notice that takes answers.',
    params: noticeParams,
    body: noticeAnswerBody,
    status: 201,
    handle: ({ actor, params, body, now }) => noticeAnswers.writeAsStudent(asStudent(actor), params.noticeId, body, now),
  },
  {
    route: 'PUT /api/my/notices/:noticeId/hand',
    action: 'ownNotice.write',
    does: 'Your hand in a show of hands, while it takes them.',
    params: noticeParams,
    body: handBody,
    handle: ({ actor, params, body, now }) => readingNotices.choose(asStudent(actor), params.noticeId, body.chosen, now),
  },
  {
    route: 'GET /api/family/children/:studentId/notices',
    action: 'child.look',
    does: 'Notices for the families of your child’s classes, in your language.',
    params: childParams,
    handle: ({ actor, params, now }) => readingNotices.ofChild(asFamily(actor), params.studentId, now),
  },
  {
    route: 'PUT /api/family/children/:studentId/notices/:noticeId/tick',
    action: 'child.tick',
    does: 'Ticks that a family has seen a notice, where it is asked to, or takes the tick back.',
    params: childNoticeParams,
    body: tickBody,
    handle: ({ actor, params, body, now }) => readingNotices.tick(asFamily(actor), params.studentId, params.noticeId, body.seen, now),
  },
  {
    route: 'POST /api/family/children/:studentId/notices/read',
    action: 'child.look',
    does: 'Notes that you have read these notices.',
    params: childParams,
    body: readBody,
    handle: ({ actor, params, body, now }) => readingNotices.noteReadByFamily(asFamily(actor), params.studentId, body.noticeIds, now),
  },
];
