import { clearTries } from './http/limits';
import type { Services } from './wiring';

/**
 * What a server does by itself, again and again: telling of what was issued, mails of news, mail. Each part
 * may run on several servers at once and be stopped at any moment; what must happen once is made so by its rows.
 */
export async function round(
  services: Pick<
    Services,
    'issuing' | 'returning' | 'dateChanges' | 'news' | 'mail' | 'uploads' | 'cleaning' | 'tellingFamilies' | 'sequelize'
  >,
  now: number,
): Promise<void> {
  await services.issuing.tellIssued(now);
  await services.returning.doTimed(now);
  await services.dateChanges.finishAbandoned(now);
  await services.tellingFamilies.look(now);
  await services.tellingFamilies.writeWeekly(now);
  await services.news.mailDue(now);
  await services.mail.sendDue(now, (failed, transaction) => services.news.tellMailFailed(failed, now, transaction));
  await services.uploads.clear(now);
  await services.cleaning.tick(now);
  await clearTries(services.sequelize, now);
}
