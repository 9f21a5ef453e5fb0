import type { SessionReply, SignInRequest } from '../../contract';
import type { Ask, Route } from '../../http/route';
import { beginSession, csrfOf, endSession } from '../../http/session';
import type { Services } from '../../wiring';
import { signInBody } from './accounts.schema';

export const accountRoutes = ({ accounts }: Pick<Services, 'accounts'>): Route[] => [
  {
    verb: 'get',
    path: '/api/session',
    action: 'session.look',
    does: 'Who is signed in, and the token that writes must carry.',
    handle: async ({ actor, req, now }: Ask): Promise<SessionReply> => ({ me: await accounts.me(actor), csrf: csrfOf(req), now }),
  },
  {
    verb: 'post',
    path: '/api/session',
    action: 'session.begin',
    does: 'Signs in with user name and password.',
    limit: 'signIn',
    body: signInBody,
    handle: async ({ body, req, now }: Ask<object, SignInRequest>): Promise<SessionReply> => {
      const person = await accounts.checkSignIn(body);
      const csrf = await beginSession(req, { userId: person.id, role: person.role });
      return { me: await accounts.me({ role: person.role, userId: person.id }), csrf, now };
    },
  },
  {
    verb: 'delete',
    path: '/api/session',
    action: 'session.end',
    does: 'Signs out.',
    handle: ({ req }: Ask) => endSession(req),
  },
];
