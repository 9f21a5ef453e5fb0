import type { Actor } from '@jolly/core';
import type { SessionReply } from '../../contract';
import { asStudent, asTeacher } from '../../http/as-role';
import { Problem } from '../../http/problem';
import type { Ask, Route } from '../../http/route';
import { beginSession, endSession, practiceOf, waitForSecondStep } from '../../http/session';
import { csrfOf } from '../../http/csrf';
import type { AccountsService } from './accounts.service';
import type { SignInService } from './sign-in.service';
import type { TicketsService } from './tickets.service';
import {
  cardBody,
  emailBody,
  endTwoStepBody,
  languageBody,
  newPasswordBody,
  recoverBody,
  secondStepBody,
  signInBody,
  takeTicketBody,
  ticketBody,
  twoStepBody,
  viewBody,
} from './accounts.schema';
import type { Person } from './person';

interface Part {
  accounts: AccountsService;
  signIn: SignInService;
  tickets: TicketsService;
}

export function accountRoutes({ accounts, signIn, tickets }: Part): Route[] {
  /** Begins a session for somebody who has proved who they are. */
  const enter = async (
    { req, now }: Pick<Ask, 'req' | 'now'>,
    person: Person,
    more: { mustChange?: boolean } = {},
  ): Promise<SessionReply> => {
    const csrf = await beginSession(req, { userId: person.id, role: person.role, ...more });
    return { me: await accounts.me({ role: person.role, userId: person.id }), csrf, now };
  };
  return [
    {
      route: 'GET /api/session',
      action: 'session.look',
      does: 'Who is signed in, and the token that writes must carry.',
      handle: async ({ actor, req, now }): Promise<SessionReply> => ({
        me: await accounts.me(actor, practiceOf(req)),
        csrf: csrfOf(req),
        now,
      }),
    },
    {
      route: 'POST /api/session',
      action: 'session.begin',
      does: 'Signs in with user name and password, or asks for the second step.',
      limit: 'signIn',
      body: signInBody,
      handle: async (ask): Promise<SessionReply> => {
        const { person, secondStep, mustChange } = await signIn.checkPassword(ask.body);
        if (!secondStep) return enter(ask, person, { mustChange });
        return { me: null, csrf: await waitForSecondStep(ask.req, person.id, ask.now), now: ask.now, secondStep: true };
      },
    },
    {
      route: 'POST /api/session/second-step',
      action: 'session.begin',
      does: 'Finishes signing in with a code of the authenticator or a recovery code.',
      limit: 'secondStep',
      body: secondStepBody,
      handle: async (ask): Promise<SessionReply> => {
        const { secondStepFor, secondStepUntil = 0 } = ask.req.session;
        if (!secondStepFor || secondStepUntil < ask.now) throw new Problem('session.needed');
        return enter(ask, await signIn.checkSecondStep(secondStepFor, ask.body.code, ask.now));
      },
    },
    {
      route: 'POST /api/session/card',
      action: 'session.begin',
      does: 'Signs a student in with the code of a sign-in card.',
      limit: 'card',
      body: cardBody,
      handle: async (ask): Promise<SessionReply> => enter(ask, await signIn.checkCard(ask.body)),
    },
    {
      route: 'DELETE /api/session',
      action: 'session.end',
      does: 'Signs out.',
      handle: ({ req }) => endSession(req),
    },
    {
      route: 'PUT /api/account/password',
      action: 'account.edit',
      does: 'Replaces your password; every other place where you are signed in is signed out.',
      limit: 'ownPassword',
      body: newPasswordBody,
      handle: async ({ actor, body, req }) => {
        if (actor.role === 'anonymous' || practiceOf(req)) throw new Problem('access.role');
        if (!req.session.mustChange) await signIn.requirePassword(actor.userId, body.current ?? '');
        await signIn.setPassword(actor.userId, body.password, req.sessionID);
        delete req.session.mustChange;
      },
    },
    {
      route: 'PUT /api/account/language',
      action: 'account.edit',
      does: 'The language you read in: pages, what the server says, and letters.',
      body: languageBody,
      handle: ({ actor, body }) => accounts.chooseLanguage((actor as Actor & { userId: string }).userId, body.language),
    },
    {
      route: 'PUT /api/my/view',
      action: 'account.edit',
      does: 'Which view a student sees: the simple one, the usual one, or (null) as their teachers have it.',
      body: viewBody,
      handle: async ({ actor, body, req, now }): Promise<SessionReply> => {
        await accounts.chooseView(asStudent(actor).userId, body.simple);
        return { me: await accounts.me(actor, practiceOf(req)), csrf: csrfOf(req), now };
      },
    },
    {
      route: 'PUT /api/account/email',
      action: 'account.edit',
      does: 'Sets your e-mail address, with your password.',
      limit: 'ownPassword',
      body: emailBody,
      handle: async ({ actor, body, req }) => {
        if (actor.role === 'anonymous' || practiceOf(req)) throw new Problem('access.role');
        await signIn.requirePassword(actor.userId, body.current);
        await accounts.setEmail(actor.userId, body.email);
      },
    },
    {
      route: 'POST /api/account/two-step/start',
      action: 'account.twoStep',
      does: 'A secret for an authenticator; nothing is asked for until a first code fits.',
      handle: async ({ actor }) => signIn.startTwoStep((await accounts.me(actor))!.userName),
    },
    {
      route: 'POST /api/account/two-step',
      action: 'account.twoStep',
      does: 'Turns two-step sign-in on with a first code and your password, or replaces it, with a present code too; replies with the recovery codes.',
      limit: 'secondStep',
      body: twoStepBody,
      handle: ({ actor, body, now }) => signIn.finishTwoStep(asTeacher(actor).userId, body, now),
    },
    {
      route: 'POST /api/account/two-step/end',
      action: 'account.twoStep',
      does: 'Turns two-step sign-in off, with your password and a present code.',
      limit: 'ownPassword',
      body: endTwoStepBody,
      handle: ({ actor, body, now }) => signIn.endTwoStep(asTeacher(actor).userId, body, now),
    },
    {
      route: 'POST /api/account/recover',
      action: 'account.recover',
      does: 'Sends teachers and families with this address a link to a new password; answers alike for any address.',
      limit: 'mail',
      body: recoverBody,
      handle: ({ body, now }) => tickets.recover(body.email, now),
    },
    {
      route: 'POST /api/tickets/look',
      action: 'invitation.look',
      does: 'What a mailed link leads to.',
      limit: 'ticket',
      body: ticketBody,
      handle: ({ body, now }) => tickets.look(body.ticket, now),
    },
    {
      route: 'POST /api/tickets/take',
      action: 'invitation.take',
      does: 'Follows a mailed link: a student chooses a sign-in, a teacher joins a class, a password is replaced.',
      limit: 'ticket',
      body: takeTicketBody,
      handle: async (ask): Promise<SessionReply> => {
        const person = await tickets.take(ask.actor, ask.body, ask.now);
        return person ? enter(ask, person) : { me: await accounts.me(ask.actor), csrf: csrfOf(ask.req), now: ask.now };
      },
    },
  ];
}
