import { asTeacher } from '../../http/as-role';
import type { Route } from '../../http/route';
import type { SignInService } from '../accounts/sign-in.service';
import { keyBody, keyParams } from './keys.schema';
import type { KeysService } from './keys.service';

export const keyRoutes = ({ keys, signIn }: { keys: KeysService; signIn: SignInService }): Route[] => [
  {
    route: 'GET /api/account/keys',
    action: 'account.keys',
    does: 'The keys by which programs of yours read or write in your name.',
    handle: ({ actor }) => keys.list(asTeacher(actor)),
  },
  {
    route: 'POST /api/account/keys',
    action: 'account.keys',
    does: 'Makes a key for a program, with your password; what it is is said this once.',
    limit: 'ownPassword',
    body: keyBody,
    status: 201,
    handle: async ({ actor, body: { current, ...asked }, now }) => {
      const teacher = asTeacher(actor);
      await signIn.requirePassword(teacher.userId, current);
      return keys.make(teacher, asked, now);
    },
  },
  {
    route: 'DELETE /api/account/keys/:keyId',
    action: 'account.keys',
    does: 'Ends a key; what asks with it is refused from now on.',
    params: keyParams,
    handle: ({ actor, params }) => keys.end(asTeacher(actor), params.keyId),
  },
];
