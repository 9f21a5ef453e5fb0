import { plusDays, type Actor } from '@jolly/core';
import { createHash, randomBytes } from 'node:crypto';
import ical, { ICalCalendarMethod, ICalEventStatus } from 'ical-generator';
import { Op, type Sequelize } from 'sequelize';
import { rowByKey, rowOf, rowsOf } from '../../db/rows';
import type { CalendarAddressReply, DateEntry } from '../../contract';
import { fromJson } from '../../db/json-column';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import type { MailService } from '../mail/mail.service';
import type { DatesService } from './dates.service';
import { definePlan, type ServedEntryRow } from './plan.model';

type Person = Actor & { userId: string };

/** How long what is gone is still called off to calendars that ask. */
const CALL_OFF_MS = 90 * 86_400_000;
const MOST_SERVED = 5000;

const uidOf = (entry: DateEntry, userId: string): string => {
  const about =
    entry.assignmentId === null
      ? `${entry.kind}-${entry.from}-${createHash('sha256').update(entry.title).digest('hex').slice(0, 12)}`
      : `${entry.kind}-${entry.assignmentId}`;
  return `${about}-${userId}@jolly-compass`;
};

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  mail: MailService;
  dates: DatesService;
}

/**
 * Each person's own calendar address (RFC 5545): a secret in it, so that a calendar program needs no sign-in,
 * renewed at will. What was served is remembered: the same date keeps its UID, a change counts its SEQUENCE up,
 * and what is gone is served as called off for a while, so that calendars take it out.
 */
export function calendarFeedService({ sequelize, accounts, mail, dates }: Collaborators) {
  const { addresses, served } = definePlan(sequelize);
  const addressOf = (secret: string) => mail.linkTo(`/calendar/${secret}.ics`);

  /** Compares with what was served before, notes what is new, changed or gone. @returns everything to serve now */
  async function settle(userId: string, entries: readonly DateEntry[], now: number): Promise<ServedEntryRow[]> {
    return inTransaction(sequelize, async (transaction) => {
      // Locked, so that two calendars asking at once count a change once.
      await addresses.findOne({ where: { userId }, lock: true, transaction });
      const before = await rowsOf(served, {
        where: { userId },
        limit: MOST_SERVED,
        transaction,
      });
      const byUid = new Map(before.map((row) => [row.uid, row]));
      const rows: ServedEntryRow[] = [];
      for (const entry of entries) {
        const uid = uidOf(entry, userId);
        const digest = createHash('sha256').update(JSON.stringify(entry)).digest('hex');
        const known = byUid.get(uid);
        byUid.delete(uid);
        if (known && known.digest === digest && known.cancelledAt === null) rows.push(known);
        else {
          const row: ServedEntryRow = {
            userId,
            uid,
            sequence: known ? known.sequence + 1 : 0,
            digest,
            entry,
            changedAt: new Date(now),
            cancelledAt: null,
          };
          await served.upsert(row, { transaction });
          rows.push(row);
        }
      }
      for (const gone of byUid.values()) {
        if (gone.cancelledAt === null) {
          const row = {
            ...gone,
            entry: fromJson(gone.entry),
            sequence: gone.sequence + 1,
            changedAt: new Date(now),
            cancelledAt: new Date(now),
          };
          await served.upsert(row, { transaction });
          rows.push(row);
        } else if (gone.cancelledAt.getTime() > now - CALL_OFF_MS) rows.push(gone);
      }
      await served.destroy({ where: { userId, cancelledAt: { [Op.lt]: new Date(now - CALL_OFF_MS) } }, transaction });
      return rows;
    });
  }

  function write(rows: readonly ServedEntryRow[], name: string): string {
    const calendar = ical({
      name,
      prodId: { company: 'Jolly Compass', product: 'Dates', language: 'EN' },
      method: ICalCalendarMethod.PUBLISH,
      ttl: 3600,
    });
    for (const row of rows) {
      const entry = fromJson<DateEntry>(row.entry);
      const about = { id: row.uid, sequence: row.sequence, stamp: row.changedAt, lastModified: row.changedAt };
      const status = row.cancelledAt === null ? ICalEventStatus.CONFIRMED : ICalEventStatus.CANCELLED;
      const prefix = entry.kind === 'issue' ? 'Goes out: ' : entry.kind === 'term' ? 'Begins: ' : '';
      const summary = `${prefix}${entry.title || 'No school'}${entry.className ? ` (${entry.className})` : ''}`;
      if (entry.at === null)
        calendar.createEvent({
          ...about,
          status,
          summary,
          allDay: true,
          start: new Date(`${entry.from}T00:00:00.000Z`),
          end: new Date(`${plusDays(entry.to, 1)}T00:00:00.000Z`),
          timezone: 'UTC',
        });
      else calendar.createEvent({ ...about, status, summary, start: new Date(entry.at) });
    }
    return calendar.toString();
  }

  return {
    async address(person: Person): Promise<CalendarAddressReply> {
      const row = await rowByKey(addresses, person.userId);
      return { address: row ? addressOf(row.secret) : null };
    },

    /** A new address; one that was made before stops working at once. */
    async renew(person: Person, now: number): Promise<CalendarAddressReply> {
      const secret = randomBytes(32).toString('base64url');
      await addresses.upsert({ userId: person.userId, secret, madeAt: new Date(now) });
      return { address: addressOf(secret) };
    },

    /** The calendar behind an address. @throws Problem `thing.unknown` for a secret that is not or no longer one */
    async serve(secret: string, now: number): Promise<string> {
      const row = await rowOf(addresses, { where: { secret } });
      const me = row && (await accounts.details([row.userId])).get(row.userId);
      if (!row || !me) throw new Problem('thing.unknown');
      const entries = await dates.all({ role: me.role, userId: me.id } as Person, now);
      return write(await settle(row.userId, entries, now), 'Jolly Compass');
    },
  };
}

export type CalendarFeedService = ReturnType<typeof calendarFeedService>;
