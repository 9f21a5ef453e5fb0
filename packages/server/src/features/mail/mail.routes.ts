import Joi from 'joi';
import { asTeacher } from '../../http/as-role';
import { id } from '../../http/form';
import type { Ask, Route } from '../../http/route';
import type { Services } from '../../wiring';

const mailParams = Joi.object({ mailId: id });

export const mailRoutes = ({ mail }: Pick<Services, 'mail'>): Route[] => [
  {
    verb: 'get',
    path: '/api/mailroom',
    action: 'mail.look',
    does: 'What you sent and were sent by mail, and how the sending went.',
    handle: ({ actor }: Ask) => mail.mailroom(asTeacher(actor)),
  },
  {
    verb: 'post',
    path: '/api/mailroom/:mailId/again',
    action: 'mail.look',
    does: 'Tries a mail again that waits or was given up.',
    params: mailParams,
    handle: ({ actor, params, now }: Ask<{ mailId: string }>) => mail.again(asTeacher(actor), params.mailId, now),
  },
];
