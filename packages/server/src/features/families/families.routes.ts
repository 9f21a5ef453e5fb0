import type { SessionReply } from '../../contract';
import { sendFile } from '../../files/write-table';
import { asFamily, asTeacher } from '../../http/as-role';
import type { Route } from '../../http/route';
import { beginSession } from '../../http/session';
import type { AccountsService } from '../accounts/accounts.service';
import type { FamiliesService } from './families.service';
import type { InvitingService } from './inviting.service';
import { askBody } from '../../forms/ask-for-time';
import type { ChildWorkService } from './child-work.service';
import type { ChildrenService } from './children.service';
import type { FamilyReportsService } from './family-reports.service';
import type { FamilyTalksService } from './family-talks.service';
import {
  childClassParams,
  childWorkParams,
  codeBody,
  codeParams,
  joinBody,
  lettersBody,
  linkParams,
  mailsBody,
  messageBody,
  reportParams,
  settingsBody,
  tickBody,
  writeHomeBody,
} from './families.schema';
import { childParams, classParams, memberParams } from '../../forms/params';

export const familyRoutes = ({
  accounts,
  families,
  inviting,
  children,
  childWork,
  familyReports,
  talks,
}: {
  accounts: AccountsService;
  families: FamiliesService;
  inviting: InvitingService;
  children: ChildrenService;
  childWork: ChildWorkService;
  familyReports: FamilyReportsService;
  talks: FamilyTalksService;
}): Route[] => [
  {
    route: 'GET /api/classes/:classId/families',
    action: 'family.look',
    does: 'The families of every student of a class, and the codes that are out.',
    params: classParams,
    handle: ({ actor, params, now }) => inviting.ofClass(asTeacher(actor), params.classId, now),
  },
  {
    route: 'POST /api/classes/:classId/families/letters',
    action: 'family.invite',
    does: 'Letters to families to print, each with a code of its own, as PDF.',
    params: classParams,
    body: lettersBody,
    repliesItself: true,
    handle: async ({ actor, params, body, res, now }) =>
      sendFile(res, {
        name: 'letters-to-families.pdf',
        mediaType: 'application/pdf',
        bytes: await inviting.letters(asTeacher(actor), params.classId, body, now),
      }),
  },
  {
    route: 'POST /api/classes/:classId/families/mails',
    action: 'family.invite',
    does: 'Invites families by mail, each with a code of its own.',
    params: classParams,
    body: mailsBody,
    handle: ({ actor, params, body, now }) => inviting.mails(asTeacher(actor), params.classId, body, now),
  },
  {
    route: 'DELETE /api/classes/:classId/families/codes/:codeId',
    action: 'family.invite',
    does: 'Takes a code back that was not used yet.',
    params: codeParams,
    handle: ({ actor, params, now }) => inviting.revoke(asTeacher(actor), params.classId, params.codeId, now),
  },
  {
    route: 'DELETE /api/classes/:classId/progress/:studentId/families/:familyId',
    action: 'family.invite',
    does: 'Ends the link between a family and a student.',
    params: linkParams,
    handle: ({ actor, params, now }) => inviting.unlink(asTeacher(actor), params.classId, params.studentId, params.familyId, now),
  },
  {
    route: 'GET /api/classes/:classId/progress/:studentId/families/messages',
    action: 'family.talk',
    does: 'What the families of a student and the teachers wrote to each other, a thread for each family.',
    params: memberParams,
    handle: ({ actor, params, now }) => talks.threads(asTeacher(actor), params.classId, params.studentId, now),
  },
  {
    route: 'POST /api/classes/:classId/progress/:studentId/families/messages',
    action: 'family.talk',
    does: 'Writes to families of a student, to each by itself.',
    params: memberParams,
    body: writeHomeBody,
    handle: ({ actor, params, body, now }) => talks.writeHome(asTeacher(actor), params.classId, params.studentId, body, now),
  },
  {
    route: 'POST /api/family/codes/look',
    action: 'familyCode.use',
    does: 'Whom a code on a letter is about.',
    limit: 'familyCode',
    body: codeBody,
    handle: ({ body, now }) => inviting.look(body.code, now),
  },
  {
    route: 'POST /api/family/join',
    action: 'familyCode.use',
    does: 'Makes a family account with the code of a first child, and signs in.',
    limit: 'familyCode',
    body: joinBody,
    status: 201,
    handle: async ({ body, req, now }): Promise<SessionReply> => {
      const person = await inviting.join(body, now);
      const csrf = await beginSession(req, { userId: person.id, role: person.role });
      return { me: await accounts.me({ role: 'family', userId: person.id }), csrf, now };
    },
  },
  {
    route: 'POST /api/family/children',
    action: 'child.list',
    does: 'Adds another child with a code.',
    limit: 'familyCode',
    body: codeBody,
    handle: async ({ actor, body, now }) => {
      await inviting.addChild(asFamily(actor), body.code, now);
      return families.home(asFamily(actor));
    },
  },
  {
    route: 'GET /api/family',
    action: 'child.list',
    does: "A family's children, and how they are told.",
    handle: ({ actor }) => families.home(asFamily(actor)),
  },
  {
    route: 'PUT /api/family/settings',
    action: 'familyAccount.edit',
    does: 'How a family is told, and in which language.',
    body: settingsBody,
    handle: ({ actor, body, now }) => families.choose(asFamily(actor), body, now),
  },
  {
    route: 'GET /api/family/children/:studentId',
    action: 'child.look',
    does: "A child's missing, coming and returned work, class by class, and totals where the class shows them.",
    params: childParams,
    handle: ({ actor, params, now }) => children.child(asFamily(actor), params.studentId, now),
  },
  {
    route: 'GET /api/family/children/:studentId/work/:assignmentId',
    action: 'child.look',
    does: "A piece of a child's work as the child sees it, as far as its class shows it to families.",
    params: childWorkParams,
    handle: ({ actor, params, now }) => childWork.one(asFamily(actor), params.studentId, params.assignmentId, now),
  },
  {
    route: 'POST /api/family/children/:studentId/work/:assignmentId/requests',
    action: 'child.ask',
    does: 'Asks for more time for a child, where its class lets families ask.',
    params: childWorkParams,
    body: askBody,
    status: 201,
    handle: async ({ actor, params, body, now }) => {
      await childWork.ask(asFamily(actor), params.studentId, params.assignmentId, body, now);
      return childWork.one(asFamily(actor), params.studentId, params.assignmentId, now);
    },
  },
  {
    route: 'PUT /api/family/children/:studentId/work/:assignmentId/tick',
    action: 'child.tick',
    does: 'Ticks that a family has seen what came back, where it is asked to, or takes the tick back.',
    params: childWorkParams,
    body: tickBody,
    handle: async ({ actor, params, body, now }) => {
      await childWork.tick(asFamily(actor), params.studentId, params.assignmentId, body.seen, now);
      return childWork.one(asFamily(actor), params.studentId, params.assignmentId, now);
    },
  },
  {
    route: 'GET /api/family/children/:studentId/reports',
    action: 'child.look',
    does: 'Reports on a child that teachers gave its family.',
    params: childParams,
    handle: ({ actor, params }) => familyReports.list(asFamily(actor), params.studentId),
  },
  {
    route: 'GET /api/family/reports/:reportId/file',
    action: 'child.list',
    does: 'A report that a teacher gave a family, as PDF.',
    params: reportParams,
    repliesItself: true,
    handle: async ({ actor, params, res }) => sendFile(res, await familyReports.file(asFamily(actor), params.reportId)),
  },
  {
    route: 'GET /api/family/children/:studentId/classes/:classId/messages',
    action: 'child.talk',
    does: 'What a family and the teachers of a class wrote to each other.',
    params: childClassParams,
    handle: ({ actor, params, now }) => talks.thread(asFamily(actor), params.studentId, params.classId, now),
  },
  {
    route: 'POST /api/family/children/:studentId/classes/:classId/messages',
    action: 'child.talk',
    does: 'Writes to the teachers of a class that the child is in.',
    params: childClassParams,
    body: messageBody,
    handle: ({ actor, params, body, now }) => talks.writeToTeachers(asFamily(actor), params.studentId, params.classId, body, now),
  },
];
