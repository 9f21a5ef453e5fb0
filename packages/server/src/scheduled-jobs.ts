import { clearTries } from './http/limits';
import { runJobs, type Job } from './jobs/run-jobs';
import type { Services } from './wiring';

type Needed = Pick<
  Services,
  | 'issuing'
  | 'noticeTelling'
  | 'reminders'
  | 'returning'
  | 'dateChanges'
  | 'news'
  | 'mail'
  | 'uploads'
  | 'cleaning'
  | 'tellingFamilies'
  | 'quizzes'
  | 'sequelize'
>;

/**
 * What a server does by itself, again and again: telling of what was issued, returning at its time, letters, reminders.
 * The jobs run under one lease (jobs/run-jobs.ts). Mail has a lease for each letter instead, so that one post office that does
 * not answer holds up nothing else, and cleaning goes on for minutes under a lease of its own.
 */
export async function runScheduledJobs(services: Needed, now: number): Promise<void> {
  const { sequelize, issuing, noticeTelling, reminders, returning, dateChanges, tellingFamilies, quizzes, news, mail, uploads, cleaning } =
    services;
  const jobs: Job[] = [
    { name: 'telling of what was issued', run: (at) => issuing.tellIssued(at) },
    { name: 'telling of notices', run: (at) => noticeTelling.tellShown(at) },
    { name: 'letters about reminders', run: (at) => reminders.mailDue(at) },
    { name: 'quizzes that ended by the clock', run: (at) => quizzes.settleEnded(at) },
    { name: 'results to be shown after closing', run: (at) => quizzes.showClosed(at) },
    { name: 'timed returns', run: (at) => returning.doTimed(at) },
    { name: 'changes of dates that were broken off', run: (at) => dateChanges.finishAbandoned(at) },
    { name: 'families to be told', run: (at) => tellingFamilies.look(at) },
    { name: 'weekly letters', run: (at) => tellingFamilies.writeWeekly(at) },
    { name: 'letters about news', run: (at) => news.mailDue(at) },
    { name: 'clearing uploads', run: (at) => uploads.clear(at) },
    { name: 'clearing counted tries', run: (at) => clearTries(sequelize, at) },
  ];
  const [ran] = await Promise.allSettled([runJobs(sequelize, jobs, now)]);
  await mail.sendDue(now, (failed, transaction) => news.tellMailFailed(failed, now, transaction));
  await cleaning.tick(now);
  if (ran.status === 'rejected') throw ran.reason;
}
