import { randomUUID } from 'node:crypto';
import type { JoinReply, SessionReply } from '../../contract';
import type { Transaction } from 'sequelize';
import { sendFile, type TakenOut } from '../../files/write-table';
import { asStudent, asTeacher } from '../../http/as-role';
import type { Ask, Route } from '../../http/route';
import { beginSession, enterPractice, leavePractice, practiceOf } from '../../http/session';
import { csrfOf } from '../../http/csrf';
import { Problem } from '../../http/problem';
import type { RosterService } from './roster.service';
import type { PersonsService } from './persons.service';
import type { JoiningService } from './joining.service';
import type { RosterImportService } from './roster-import.service';
import type { RosterExportService } from './roster-export.service';
import type { AccountsService } from '../accounts/accounts.service';
import type { SignInService } from '../accounts/sign-in.service';
import type { TicketsService } from '../accounts/tickets.service';
import type { MailService } from '../mail/mail.service';
import type { ClassesService } from '../classes/classes.service';
import { cardsPage } from './cards-page';
import type { PrintPdf } from '../../files/print-pdf';
import type { PersonAct } from './persons.service';
import {
  answerBody,
  bundleQuery,
  chosenBody,
  helperBody,
  helperParams,
  importBody,
  inviteTeacherBody,
  joinBody,
  joiningParams,
  myJoiningParams,
  previewBody,
  settleBody,
  studentBody,
  ticketParams,
} from './roster.schema';
import { classParams, codeParams, memberParams } from '../../forms/params';

interface Part {
  roster: RosterService;
  persons: PersonsService;
  joining: JoiningService;
  rosterImport: RosterImportService;
  rosterExport: RosterExportService;
  accounts: AccountsService;
  signIn: SignInService;
  tickets: TicketsService;
  mail: MailService;
  printPdf: PrintPdf;
  classes: ClassesService;
}

/** Shorter than the database lets others wait for a student's row, which is held until the cards are on paper. */
const CARDS_WITHIN_MS = 30_000;

export function rosterRoutes({
  roster,
  persons,
  joining,
  rosterImport,
  rosterExport,
  accounts,
  signIn,
  tickets,
  mail,
  printPdf,
  classes,
}: Part): Route[] {
  const send = ({ res }: Pick<Ask, 'res'>, file: TakenOut) => sendFile(res, file);
  const chosenOne = async ({ actor, params }: Pick<Ask, 'actor'> & { params: { classId: string; studentId: string } }) =>
    (await roster.chosen(asTeacher(actor), 'signIn.give', params.classId, [params.studentId]))[0]!.student;
  /** Tells the students, in the transaction of the act. */
  const telling = async (
    { actor, params, now }: Pick<Ask, 'actor' | 'now'> & { params: { classId: string } },
    act: PersonAct,
    studentIds: readonly string[],
  ) => {
    const teacher = asTeacher(actor);
    const found = await classes.forTeacher(teacher, 'signIn.give', params.classId);
    const students = studentIds.map((id) => ({ id }));
    return (transaction: Transaction) => persons.tell(act, teacher.userId, found, students, randomUUID(), now, transaction);
  };
  return [
    {
      route: 'GET /api/classes/:classId/roster',
      action: 'roster.look',
      does: 'The students of a class, those who left included.',
      params: classParams,
      handle: ({ actor, params, now }) => roster.roster(asTeacher(actor), params.classId, now),
    },
    {
      route: 'POST /api/classes/:classId/roster/preview',
      action: 'roster.look',
      does: 'What a table, workbook or OneRoster bundle would do to the roster; nothing is stored.',
      params: classParams,
      takesTable: true,
      body: previewBody,
      handle: ({ actor, params, body, table, now }) => rosterImport.preview(asTeacher(actor), params.classId, table!, body, now),
    },
    {
      route: 'POST /api/classes/:classId/roster/import',
      action: 'roster.edit',
      does: 'Does what the preview showed, all of it or nothing.',
      params: classParams,
      takesTable: true,
      body: importBody,
      handle: ({ actor, params, body, table, now }) => rosterImport.confirm(asTeacher(actor), params.classId, table!, body, now),
    },
    {
      route: 'GET /api/classes/:classId/roster.xlsx',
      action: 'roster.look',
      does: 'The roster as a workbook.',
      params: classParams,
      repliesItself: true,
      handle: async (ask) => send(ask, await rosterExport.workbook(ask.actor, ask.params.classId, 'xlsx')),
    },
    {
      route: 'GET /api/classes/:classId/roster.ods',
      action: 'roster.look',
      does: 'The roster as a workbook of the open document format.',
      params: classParams,
      repliesItself: true,
      handle: async (ask) => send(ask, await rosterExport.workbook(ask.actor, ask.params.classId, 'ods')),
    },
    {
      route: 'GET /api/classes/:classId/roster.zip',
      action: 'roster.look',
      does: 'The roster as a OneRoster bundle, of version 1.1 or 1.2.',
      params: classParams,
      query: bundleQuery,
      repliesItself: true,
      handle: async (ask) => send(ask, await rosterExport.bundle(ask.actor, ask.params.classId, ask.query.version ?? '1.1', ask.now)),
    },
    {
      route: 'POST /api/classes/:classId/cards',
      action: 'signIn.give',
      does: 'New sign-in cards for chosen students, as a PDF; earlier cards of theirs stop working.',
      params: classParams,
      body: chosenBody,
      repliesItself: true,
      handle: async (ask) => {
        const { actor, params, body, now } = ask;
        const chosen = await roster.chosen(asTeacher(actor), 'signIn.give', params.classId, body.studentIds);
        const { label } = await classes.forTeacher(actor, 'signIn.give', params.classId);
        const bytes = await signIn.makeCards(
          chosen.map((member) => member.student),
          now,
          await telling(ask, 'cardMade', body.studentIds),
          async (cards) => printPdf(await cardsPage(cards, { label, address: mail.linkTo('') }), CARDS_WITHIN_MS),
        );
        send(ask, {
          name: `${label}-cards.pdf`,
          mediaType: 'application/pdf',
          bytes,
        });
      },
    },
    {
      route: 'POST /api/classes/:classId/invitations',
      action: 'roster.edit',
      does: 'Invites chosen students by mail to choose a sign-in.',
      params: classParams,
      body: chosenBody,
      handle: async ({ actor, params, body, now }) => {
        const chosen = await roster.chosen(asTeacher(actor), 'roster.edit', params.classId, body.studentIds);
        return tickets.inviteStudents(
          asTeacher(actor),
          params.classId,
          chosen.map((member) => member.student),
          now,
        );
      },
    },
    {
      route: 'PATCH /api/classes/:classId/roster/:studentId',
      action: 'roster.edit',
      does: 'Corrects what is known of a student.',
      params: memberParams,
      body: studentBody,
      handle: ({ actor, params, body, now }) => roster.change(asTeacher(actor), params.classId, params.studentId, body, now),
    },
    {
      route: 'DELETE /api/classes/:classId/roster/:studentId',
      action: 'roster.edit',
      does: 'Notes that a student has left; their record stays.',
      params: memberParams,
      handle: ({ actor, params, now }) => roster.leave(actor, params.classId, params.studentId, now),
    },
    {
      route: 'POST /api/classes/:classId/roster/:studentId/back',
      action: 'roster.edit',
      does: 'A student who had left is in the class again.',
      params: memberParams,
      handle: ({ actor, params }) => roster.comeBack(actor, params.classId, params.studentId),
    },
    {
      route: 'POST /api/classes/:classId/roster/:studentId/password',
      action: 'signIn.give',
      does: 'A new password for a student, who must replace it at the next sign-in.',
      params: memberParams,
      handle: async (ask) => signIn.resetForStudent(await chosenOne(ask), await telling(ask, 'passwordGiven', [ask.params.studentId])),
    },
    {
      route: 'DELETE /api/classes/:classId/roster/:studentId/card',
      action: 'signIn.give',
      does: 'Revokes a lost card and signs out whoever used it.',
      params: memberParams,
      handle: async (ask) => signIn.revokeCard((await chosenOne(ask)).id, await telling(ask, 'cardRevoked', [ask.params.studentId])),
    },
    {
      route: 'POST /api/classes/:classId/practice',
      action: 'practice.enter',
      does: 'Shows the class as its practice student sees it.',
      params: classParams,
      handle: async ({ actor, params, req, now }): Promise<SessionReply> => {
        const { id, found } = await roster.practiceStudent(actor, params.classId, now);
        const practice = { teacherId: asTeacher(actor).userId, classId: found.id, className: found.label };
        enterPractice(req, id, practice);
        return { me: await accounts.me({ role: 'student', userId: id }, practiceOf(req)), csrf: csrfOf(req), now };
      },
    },
    {
      route: 'DELETE /api/session/practice',
      action: 'practice.leave',
      does: 'Back from the practice student to the teacher.',
      handle: async ({ actor, req, now }): Promise<SessionReply> => {
        // It may have ended by itself, with teaching the class.
        const userId = leavePractice(req) ?? (actor.role === 'teacher' ? actor.userId : null);
        if (userId === null) throw new Problem('access.role');
        return { me: await accounts.me({ role: 'teacher', userId }), csrf: csrfOf(req), now };
      },
    },
    {
      route: 'GET /api/classes/:classId/teachers',
      action: 'coTeacher.look',
      does: 'Who teaches the class, and who is invited to.',
      params: classParams,
      handle: ({ actor, params, now }) => tickets.teachersOf(actor, params.classId, now),
    },
    {
      route: 'POST /api/classes/:classId/teachers',
      action: 'coTeacher.edit',
      does: 'Invites somebody by mail to teach the class together.',
      params: classParams,
      body: inviteTeacherBody,
      handle: ({ actor, params, body, now }) => tickets.inviteTeacher(asTeacher(actor), params.classId, body.email, now),
    },
    {
      route: 'DELETE /api/classes/:classId/invitations/:ticketId',
      action: 'coTeacher.edit',
      does: 'Withdraws an invitation to teach the class together.',
      params: ticketParams,
      handle: ({ actor, params, now }) => tickets.withdraw(actor, params.classId, params.ticketId, now),
    },
    {
      route: 'GET /api/join/:code',
      action: 'class.join',
      does: 'Which class a join code belongs to.',
      limit: 'joinCode',
      params: codeParams,
      handle: ({ params, now }) => joining.preview(params.code, now),
    },
    {
      route: 'POST /api/join/:code',
      action: 'class.join',
      does: 'Joins a class with a new sign-in, and signs in.',
      limit: 'join',
      params: codeParams,
      body: joinBody,
      status: 201,
      handle: async ({ params, body, now, req }): Promise<JoinReply> => {
        const { person, ...joined } = await joining.join(params.code, body, now);
        const csrf = await beginSession(req, { userId: person.id, role: 'student' });
        return { me: await accounts.me({ role: 'student', userId: person.id }), csrf, now, ...joined };
      },
    },
    {
      route: 'POST /api/my/classes/:code',
      action: 'ownWork.write',
      does: 'Joins one more class with the sign-in you have.',
      limit: 'joinCode',
      params: codeParams,
      handle: ({ actor, params, now, req }) => {
        // A practice student belongs to its own class and to no other.
        if (practiceOf(req)) throw new Problem('session.practice');
        return joining.joinSignedIn(asStudent(actor), params.code, now);
      },
    },
    {
      route: 'GET /api/classes/:classId/joinings',
      action: 'roster.look',
      does: 'Who has joined by code under a name of the roster and waits for a word, and who was asked to come in.',
      params: classParams,
      handle: ({ actor, params }) => joining.waiting(asTeacher(actor), params.classId),
    },
    {
      route: 'POST /api/classes/:classId/joinings/:joiningId',
      action: 'roster.edit',
      does: 'Says who has joined: the student of the roster, another of that name, or nobody of this class; or takes back what was asked.',
      params: joiningParams,
      body: settleBody,
      handle: ({ actor, params, body, now }) => joining.settle(asTeacher(actor), params.classId, params.joiningId, body, now),
    },
    {
      route: 'GET /api/my/joinings',
      action: 'ownJoining.look',
      does: 'Which classes ask for you, and where you wait to be let in.',
      handle: ({ actor }) => joining.ofStudent(asStudent(actor)),
    },
    {
      route: 'POST /api/my/joinings/:joiningId',
      action: 'ownJoining.answer',
      does: 'Says yes or no to a teacher who asks you into a class.',
      params: myJoiningParams,
      body: answerBody,
      handle: ({ actor, params, body, now, req }) => {
        if (practiceOf(req)) throw new Problem('session.practice');
        return joining.answer(asStudent(actor), params.joiningId, body.yes, now);
      },
    },
    {
      route: 'GET /api/my/helpers',
      action: 'ownHelper.look',
      does: 'The teachers of your classes, and which of them may help with your sign-in.',
      handle: ({ actor }) => persons.helpersOf(asStudent(actor)),
    },
    {
      route: 'PUT /api/my/helpers/:teacherId',
      action: 'ownHelper.allow',
      does: 'Lets a teacher of yours help with your sign-in, or no longer.',
      params: helperParams,
      body: helperBody,
      handle: ({ actor, params, body, now, req }) => {
        if (practiceOf(req)) throw new Problem('session.practice');
        return persons.allow(asStudent(actor), params.teacherId, body.allowed, now);
      },
    },
  ];
}
