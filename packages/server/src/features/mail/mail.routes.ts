import Joi from 'joi';
import type { MailroomReply } from '../../contract';
import { asTeacher } from '../../http/as-role';
import { id } from '../../forms/fields';
import type { Route } from '../../http/route';
import type { MailService } from './mail.service';
import type { NewsService } from '../news/news.service';
import type { ClassesService } from '../classes/classes.service';
import type { AccountsService } from '../accounts/accounts.service';

const mailParams = Joi.object({ mailId: id });

export const mailRoutes = ({
  mail,
  news,
  classes,
  accounts,
}: {
  mail: MailService;
  news: NewsService;
  classes: ClassesService;
  accounts: AccountsService;
}): Route[] => [
  {
    route: 'GET /api/mailroom',
    action: 'mail.look',
    does: 'What you sent and were sent by mail and how the sending went, what waits to be written, and who has no address.',
    handle: async ({ actor, now }): Promise<MailroomReply> => {
      const teacher = asTeacher(actor);
      const me = await accounts.me(teacher);
      const [sent, waiting] = await Promise.all([
        mail.mailroom(teacher),
        news.notMailed(me?.keeper ? null : await classes.taughtBy(teacher.userId), now),
      ]);
      return { ...sent, ...waiting };
    },
  },
  {
    route: 'POST /api/mailroom/:mailId/again',
    action: 'mail.look',
    does: 'Tries a mail again that waits or was given up.',
    params: mailParams,
    handle: ({ actor, params, now }) => mail.again(asTeacher(actor), params.mailId, now),
  },
];
