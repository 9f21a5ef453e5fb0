import { mailAt, type Actor, type Instant } from '@jolly/core';
import { Op, type Sequelize } from 'sequelize';
import type { Reminder, ReminderRequest } from '../../contract';
import { rowOf, rowsOf } from '../../db/rows';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import { reminderLetter } from '../mail/letters';
import type { MailService } from '../mail/mail.service';
import type { NewsService } from '../news/news.service';
import { defineReminders, type ReminderRow } from './reminders.model';

export type Person = Actor & { userId: string };

const MOST_REMINDERS = 300;
const AT_ONCE = 50;
/** What is done stays in sight for a while, to be brought back. */
const DONE_SHOWN_MS = 7 * 86_400_000;

const toReminder = (row: ReminderRow): Reminder => ({
  id: row.id,
  text: row.text,
  at: row.at.getTime(),
  byMail: Boolean(row.byMail),
  done: row.doneAt !== null,
  version: row.version,
});

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  mail: MailService;
  news: NewsService;
  zoneOf: (person: Person) => Promise<string>;
}

/** Reminders: each is its owner's alone. Every question is asked with the owner in it, so that nobody else's can come back. */
export function remindersService({ sequelize, accounts, mail, news, zoneOf }: Collaborators) {
  const reminders = defineReminders(sequelize);

  return {
    /** One's own, what comes first before; what was done a while ago no more. */
    async list(owner: Person, now: Instant): Promise<Reminder[]> {
      const rows = await rowsOf(reminders, {
        where: { ownerId: owner.userId, [Op.or]: [{ doneAt: null }, { doneAt: { [Op.gt]: new Date(now - DONE_SHOWN_MS) } }] },
        order: [
          ['at', 'ASC'],
          ['id', 'ASC'],
        ],
        limit: MOST_REMINDERS,
      });
      return rows.map(toReminder);
    },

    /** @throws Problem `reminder.tooMany`, `conflict.changedMeanwhile` with the reminder as it is now */
    async set(owner: Person, id: string, { version, done, ...rest }: ReminderRequest, now: Instant): Promise<Reminder> {
      const where = { id, ownerId: owner.userId };
      const before = await rowOf(reminders, { where });
      if ((before?.version ?? 0) !== version)
        throw new Problem(before ? 'conflict.changedMeanwhile' : 'thing.unknown', before ? { current: toReminder(before) } : {});
      const columns = { ...rest, at: new Date(rest.at), doneAt: done ? (before?.doneAt ?? new Date(now)) : null };
      if (before) {
        // Moved to another time, it is mailed again then.
        const mailedAt = before.at.getTime() === rest.at ? before.mailedAt : null;
        await reminders.update({ ...columns, mailedAt, version: version + 1 }, { where: { ...where, version } });
      } else {
        if ((await reminders.count({ where: { ownerId: owner.userId, doneAt: null } })) >= MOST_REMINDERS)
          throw new Problem('reminder.tooMany');
        // Another's id is as good as taken: nothing is said of it and nothing changed.
        await reminders.bulkCreate([{ ...where, ...columns, zone: await zoneOf(owner), mailedAt: null, version: 1 }], {
          ignoreDuplicates: true,
        });
      }
      const stored = await rowOf(reminders, { where });
      if (!stored) throw new Problem('thing.unknown');
      return toReminder(stored);
    },

    async remove(owner: Person, id: string): Promise<void> {
      if ((await reminders.destroy({ where: { id, ownerId: owner.userId } })) === 0) throw new Problem('thing.unknown');
    },

    /** For calendars: what is not done. */
    async open(owner: Person): Promise<{ id: string; text: string; at: Instant; zone: string }[]> {
      const rows = await rowsOf(reminders, { where: { ownerId: owner.userId, doneAt: null }, limit: MOST_REMINDERS });
      return rows.map(({ id, text, at, zone }) => ({ id, text, at: at.getTime(), zone }));
    },

    /** Mails what is due to its owner, each once, after their quiet hours; nobody else sees the letter, the mailroom neither. */
    async mailDue(now: Instant): Promise<void> {
      const due = await rowsOf(reminders, {
        where: { byMail: true, mailedAt: null, doneAt: null, at: { [Op.lte]: new Date(now) } },
        order: [['at', 'ASC']],
        limit: AT_ONCE,
      });
      const ids = due.map((row) => row.ownerId);
      const [people, languages] = await Promise.all([accounts.details(ids), accounts.languagesOf(ids)]);
      for (const row of due) {
        const owner = people.get(row.ownerId);
        const { quiet } = await news.settings({ role: (owner?.role ?? 'student') as 'student', userId: row.ownerId });
        await inTransaction(sequelize, async (transaction) => {
          const [mine] = await reminders.update({ mailedAt: new Date(now) }, { where: { id: row.id, mailedAt: null }, transaction });
          if (mine === 0 || !owner?.email) return;
          await mail.post(
            reminderLetter({ name: owner.givenName, text: row.text, language: languages.get(row.ownerId) ?? 'en' }),
            {
              address: owner.email,
              name: fullName(owner),
              userId: row.ownerId,
              isPrivate: true,
              notBefore: mailAt({ zone: row.zone, at: now, choice: 'atOnce', quiet }) ?? now,
            },
            row.ownerId,
            now,
            transaction,
          );
        });
      }
    },
  };
}

export type RemindersService = ReturnType<typeof remindersService>;
