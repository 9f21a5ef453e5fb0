import type { Actor, Language } from '@jolly/core';
import { createHash, randomBytes } from 'node:crypto';
import { Op, type Sequelize } from 'sequelize';
import type { CalendarAddressReply, CalendarWishes, DateEntry } from '../../contract';
import { fromJson } from '../../db/json-column';
import { rowByKey, rowOf, rowsOf } from '../../db/rows';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { EventsService, SchoolEvent } from '../events/events.service';
import type { FamiliesService } from '../families/families.service';
import type { MailService } from '../mail/mail.service';
import { defineDates, type CalendarAddressRow, type ServedEntryRow } from './dates.model';
import type { DatesService } from './dates.service';
import { writeCalendar, type CalendarWriting, type Written, type WrittenEntry } from './write-calendar';

type Person = Actor & { userId: string };

/** How long what is gone is still called off to calendars that ask. */
const CALL_OFF_MS = 90 * 86_400_000;
const MOST_SERVED = 5000;

/** What an entry is called in calendars: the same as long as it is the same. */
function uidOf({ kind, sourceId, assignmentId, classId, from, title }: DateEntry, userId: string): string {
  const hash = (text: string) => createHash('sha256').update(text).digest('hex').slice(0, 12);
  const about =
    kind === 'lesson'
      ? `lesson-${hash(`${classId} ${sourceId}`)}-${from}`
      : kind === 'reminder'
        ? `reminder-${sourceId}`
        : assignmentId === null
          ? `${kind}-${from}-${hash(title)}`
          : `${kind}-${assignmentId}`;
  return `${about}-${userId}@jolly-compass`;
}

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  families: FamiliesService;
  classes: ClassesService;
  mail: MailService;
  dates: DatesService;
  events: EventsService;
}

/**
 * Each person's own calendar address (RFC 5545): a secret in it, so that a calendar program needs no sign-in,
 * renewed at will. What was served is remembered: the same date keeps its UID, a change counts its SEQUENCE up,
 * and what is gone is served as called off for a while, so that calendars take it out.
 */
export function calendarFeedService({ sequelize, accounts, families, classes, mail, dates, events }: Collaborators) {
  const { addresses, served } = defineDates(sequelize);
  const addressOf = (secret: string) => mail.linkTo(`/calendar/${secret}.ics`);

  /** Compares with what was served before, notes what is new, changed or gone. @returns everything to serve now */
  async function settle(userId: string, entries: ReadonlyMap<string, WrittenEntry>, now: number): Promise<ServedEntryRow[]> {
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
      const changed: ServedEntryRow[] = [];
      for (const [uid, entry] of entries) {
        const digest = createHash('sha256').update(JSON.stringify(entry)).digest('hex');
        const known = byUid.get(uid);
        byUid.delete(uid);
        if (known && known.digest === digest && known.cancelledAt === null) {
          rows.push(known);
          continue;
        }
        const sequence = known ? known.sequence + 1 : 0;
        changed.push({ userId, uid, sequence, digest, entry, changedAt: new Date(now), cancelledAt: null });
        rows.push(changed.at(-1)!);
      }
      for (const gone of byUid.values()) {
        if (gone.cancelledAt === null) {
          changed.push({
            ...gone,
            entry: fromJson(gone.entry),
            sequence: gone.sequence + 1,
            changedAt: new Date(now),
            cancelledAt: new Date(now),
          });
          rows.push(changed.at(-1)!);
        } else if (gone.cancelledAt.getTime() > now - CALL_OFF_MS) rows.push(gone);
      }
      await served.bulkCreate(changed, {
        updateOnDuplicate: ['sequence', 'digest', 'entry', 'changedAt', 'cancelledAt'],
        transaction,
      });
      await served.destroy({ where: { userId, cancelledAt: { [Op.lt]: new Date(now - CALL_OFF_MS) } }, transaction });
      return rows;
    });
  }

  const toWritten = (row: ServedEntryRow): Written => {
    const stored = fromJson<WrittenEntry | DateEntry>(row.entry);
    // Served before there were events: the date alone.
    const entry: WrittenEntry = 'what' in stored ? stored : { what: 'date', entry: { ...stored, end: null, place: '', sourceId: null } };
    return { uid: row.uid, sequence: row.sequence, changedAt: row.changedAt, cancelled: row.cancelledAt !== null, entry };
  };

  function ofEvent(event: SchoolEvent, of: readonly SchoolClass[]): WrittenEntry {
    const { from, to, begins, ends, repeat, title, text, place, zone } = event;
    const className = of
      .filter((one) => event.classIds.includes(one.id))
      .map((one) => one.label)
      .join(', ');
    return { what: 'event', event: { from, to, begins, ends, repeat, title, text, place, zone, className } };
  }
  const once = (uid: string, entry: WrittenEntry, now: number): Written => ({
    uid: `${uid}@jolly-compass`,
    sequence: 0,
    changedAt: new Date(now),
    cancelled: false,
    entry,
  });

  const languageOf = async (person: Person): Promise<Language> =>
    person.role === 'family' ? (await families.home(person)).language : accounts.languageOf(person.userId);

  /** Where an entry is opened: by families on their own page. */
  const linkFor =
    ({ role }: Person) =>
    (written: WrittenEntry): string => {
      if (role === 'family') return mail.linkTo('/family');
      const { assignmentId, classId } = written.what === 'event' ? { assignmentId: null, classId: null } : written.entry;
      if (assignmentId !== null) return mail.linkTo(`${role === 'student' ? '/work' : '/assignments'}/${assignmentId}`);
      return mail.linkTo(classId !== null && role === 'teacher' ? `/class/${classId}` : '/calendar');
    };
  const writingFor = async (person: Person, name: string, alarmMinutes: number | null = null): Promise<CalendarWriting> => ({
    name,
    language: await languageOf(person),
    linkTo: linkFor(person),
    alarmMinutes,
  });

  /** A task is another thing in calendars than a moment, so that one goes when the other comes. */
  const dueEntry = (entry: DateEntry, userId: string, dueAs: CalendarWishes['dueAs']): readonly [string, WrittenEntry] => {
    const { done, ...bare } = entry;
    const [uid, said] = [uidOf(entry, userId), done ? entry : bare];
    return dueAs === 'task' && entry.kind === 'due' ? [`task-${uid}`, { what: 'task', entry: said }] : [uid, { what: 'date', entry: said }];
  };
  const replyOf = (row: CalendarAddressRow | null): CalendarAddressReply => ({
    address: row ? addressOf(row.secret) : null,
    dueAs: row?.dueAs ?? 'moment',
    alarmMinutes: row?.alarmMinutes ?? null,
  });

  return {
    async address(person: Person): Promise<CalendarAddressReply> {
      return replyOf(await rowByKey(addresses, person.userId));
    },

    /** A new address; one that was made before stops working at once. */
    async renew(person: Person, now: number): Promise<CalendarAddressReply> {
      const secret = randomBytes(32).toString('base64url');
      const { dueAs, alarmMinutes } = replyOf(await rowByKey(addresses, person.userId));
      await addresses.upsert({ userId: person.userId, secret, madeAt: new Date(now), dueAs, alarmMinutes });
      return { address: addressOf(secret), dueAs, alarmMinutes };
    },

    /** How the program is given what is due. @throws Problem `thing.unknown` where there is no address yet */
    async wish(person: Person, wishes: Partial<CalendarWishes>): Promise<CalendarAddressReply> {
      await addresses.update(wishes, { where: { userId: person.userId } });
      const row = await rowByKey(addresses, person.userId);
      if (!row) throw new Problem('thing.unknown');
      return replyOf(row);
    },

    /** The calendar behind an address. @throws Problem `thing.unknown` for a secret that is not or no longer one */
    async serve(secret: string, now: number): Promise<string> {
      const row = await rowOf(addresses, { where: { secret } });
      const me = row && (await accounts.details([row.userId])).get(row.userId);
      if (!row || !me) throw new Problem('thing.unknown');
      const person = { role: me.role, userId: me.id } as Person;
      const all = await dates.all(person, dates.servedSpan(now), now);
      const entries = new Map<string, WrittenEntry>([
        ...all.entries.map((entry) => dueEntry(entry, me.id, row.dueAs)),
        ...all.events.map((event) => [`event-${event.id}-${me.id}@jolly-compass`, ofEvent(event, all.classes)] as const),
      ]);
      const written = (await settle(row.userId, entries, now)).map(toWritten);
      return writeCalendar(written, await writingFor(person, 'Jolly Compass', row.alarmMinutes));
    },

    /** One event in a file. */
    async eventFile(person: Person, eventId: string, now: number): Promise<string> {
      const { by: _b, classNames, mine: _m, ...event } = await events.look(person, eventId);
      const of = (await classes.load(event.classIds)).filter((one) => classNames.includes(one.label));
      const written = [once(`event-${eventId}`, ofEvent({ ...event, authorId: '' }, of), now)];
      return writeCalendar(written, await writingFor(person, event.title));
    },

    /** When one assignment is due for a reader, or for each of their children, in a file. @throws Problem `thing.unknown` where nothing is due */
    async dueFile(person: Person, assignmentId: string, now: number): Promise<string> {
      const due = (await dates.all(person, dates.servedSpan(now), now)).entries.filter(
        (entry) => entry.kind === 'due' && entry.assignmentId === assignmentId,
      );
      if (due.length === 0) throw new Problem('thing.unknown');
      const written = due.map((entry, index) =>
        once(`due-${assignmentId}-${person.userId}${index === 0 ? '' : `-${index}`}`, { what: 'date', entry }, now),
      );
      return writeCalendar(written, await writingFor(person, due[0]!.title));
    },

    /** The dates of one class in a file, for its teachers: lessons, events, what is due. Nobody's reminders. */
    async classFile(teacher: Person, classId: string, now: number): Promise<string> {
      const found = await classes.forTeacher(teacher, 'class.look', classId);
      const all = await dates.all(teacher, dates.servedSpan(now), now);
      return writeCalendar(
        [
          ...all.entries
            .filter((entry) => entry.classId === classId && entry.kind !== 'reminder' && entry.kind !== 'issue')
            .map((entry) => once(uidOf(entry, classId).replace('@jolly-compass', ''), { what: 'date', entry }, now)),
          ...all.events
            .filter((event) => event.classIds.includes(classId))
            .map((event) => once(`event-${event.id}`, ofEvent(event, [found]), now)),
        ],
        await writingFor(teacher, found.label),
      );
    },
  };
}

export type CalendarFeedService = ReturnType<typeof calendarFeedService>;
