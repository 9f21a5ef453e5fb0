import { eventFaults, occurrencesOf, type Actor, type DaySpan, type Occurrence } from '@jolly/core';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import type { EventReply, EventRequest, NoticeAttachment } from '../../contract';
import { fromJson } from '../../db/json-column';
import { rowByKey, rowsOf } from '../../db/rows';
import { inTransaction } from '../../db/transaction';
import { fieldProblem } from '../../http/field-problems';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { FamiliesService } from '../families/families.service';
import type { KeptFilesService } from '../kept/kept-files.service';
import type { RosterService } from '../roster/roster.service';
import { defineEvents, type EventRow } from './events.model';

export type Person = Actor & { userId: string };
const MOST_EVENTS = 1000;

/** An event as it is stored, with its classes; none: the whole school. */
export interface SchoolEvent extends Omit<EventReply, 'by' | 'classNames' | 'mine'> {
  authorId: string;
}

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  roster: RosterService;
  families: FamiliesService;
  keptFiles: KeptFilesService;
}

/** Events of classes and of the whole school: who sees them, and putting them in. Nobody is told of one by itself; a teacher tells in a notice, for which the sheet of an event has an act. */
export function eventsService({ sequelize, accounts, classes, roster, families, keptFiles }: Collaborators) {
  const { events, eventClasses } = defineEvents(sequelize);

  async function toEvents(rows: readonly EventRow[]): Promise<SchoolEvent[]> {
    const sets = await rowsOf(eventClasses, { where: { eventId: { [Op.in]: rows.map((row) => row.id) } } });
    return rows.map((row) => ({
      id: row.id,
      authorId: row.authorId,
      wholeSchool: Boolean(row.wholeSchool),
      classIds: sets.filter((one) => one.eventId === row.id).map((one) => one.classId),
      title: row.title,
      text: row.text,
      place: row.place,
      zone: row.zone,
      from: row.fromDay,
      to: row.toDay,
      begins: row.begins,
      ends: row.ends,
      repeat: fromJson<EventReply['repeat']>(row.repeat),
      families: Boolean(row.families),
      attachments: fromJson<NoticeAttachment[]>(row.attachments),
      version: row.version,
    }));
  }
  const byId = async (id: string): Promise<SchoolEvent | null> => {
    const row = await rowByKey(events, id);
    return row ? (await toEvents([row]))[0]! : null;
  };

  /** The classes through which somebody sees events: taught, attended, or attended by a child. */
  async function classesOf(person: Person): Promise<string[]> {
    if (person.role === 'teacher') return classes.taughtBy(person.userId, { away: true });
    const students = person.role === 'family' ? (await families.childrenOf(person.userId)).map((one) => one.id) : [person.userId];
    const all = await Promise.all(students.map(async (id) => roster.membersOf(await roster.classesOf(id), [id])));
    return [
      ...new Set(
        all
          .flat()
          .filter((one) => one.left === null)
          .map((one) => one.classId),
      ),
    ];
  }
  const sees = (person: Person, event: SchoolEvent, classIds: readonly string[]): boolean =>
    (person.role !== 'family' || event.families) && (event.wholeSchool || event.classIds.some((id) => classIds.includes(id)));

  const isKeeper = async (person: Person): Promise<boolean> => person.role === 'teacher' && ((await accounts.me(person))?.keeper ?? false);
  /** Whoever teaches all its classes changes it; one of the whole school who looks after the installation. */
  const mayChange = async (person: Person, { wholeSchool, classIds }: Pick<SchoolEvent, 'wholeSchool' | 'classIds'>): Promise<boolean> =>
    wholeSchool
      ? isKeeper(person)
      : person.role === 'teacher' &&
        (await classes.taughtBy(person.userId)).filter((id) => classIds.includes(id)).length === classIds.length;

  async function toReply(person: Person, { authorId, ...event }: SchoolEvent): Promise<EventReply> {
    const [people, of, mine] = await Promise.all([accounts.people([authorId]), classes.load(event.classIds), mayChange(person, event)]);
    const author = people.get(authorId);
    return { ...event, by: author ? fullName(author) : '', classNames: of.map((one) => one.label), mine };
  }

  async function setClasses(eventId: string, classIds: readonly string[], transaction: Transaction): Promise<void> {
    await eventClasses.destroy({ where: { eventId }, transaction });
    await eventClasses.bulkCreate(
      classIds.map((classId) => ({ eventId, classId })),
      { transaction },
    );
  }

  const service = {
    /** Events that somebody of these classes sees and that may touch a span of days. */
    async of(classIds: readonly string[], { from, to }: DaySpan, { forFamily = false } = {}): Promise<SchoolEvent[]> {
      const sets = classIds.length === 0 ? [] : await rowsOf(eventClasses, { where: { classId: { [Op.in]: [...classIds] } } });
      const rows = await rowsOf(events, {
        where: {
          [Op.or]: [{ wholeSchool: true }, { id: { [Op.in]: sets.map((one) => one.eventId) } }],
          fromDay: { [Op.lte]: to },
          ...(forFamily ? { families: true } : {}),
        },
        order: [
          ['fromDay', 'DESC'],
          ['id', 'ASC'],
        ],
        limit: MOST_EVENTS,
      });
      return (await toEvents(rows)).filter((one) => (one.repeat ? one.repeat.until : one.to) >= from);
    },

    occurrences: (event: SchoolEvent, span: DaySpan): Occurrence[] => occurrencesOf(event, event.zone, span),

    /** @throws Problem `thing.unknown` for one that is not theirs to see */
    async look(person: Person, id: string): Promise<EventReply> {
      const event = await byId(id);
      if (!event || !sees(person, event, await classesOf(person))) throw new Problem('thing.unknown');
      return toReply(person, event);
    },

    async maySee(person: Person, id: string): Promise<boolean> {
      const event = await byId(id);
      return event !== null && sees(person, event, await classesOf(person));
    },

    /**
     * Stores an event under the id that the page gave it; version 0 is a new one.
     * @throws Problem `event.notReady`, `event.wholeSchool`, `conflict.changedMeanwhile` with the event as it is now
     */
    async set(teacher: Person, id: string, { version, ...body }: EventRequest): Promise<EventReply> {
      const before = await byId(id);
      if (before && !(await mayChange(teacher, before)))
        throw new Problem(sees(teacher, before, await classesOf(teacher)) ? 'event.notYours' : 'thing.unknown');
      if ((before?.version ?? 0) !== version)
        throw new Problem(
          before ? 'conflict.changedMeanwhile' : 'thing.unknown',
          before ? { current: await toReply(teacher, before) } : {},
        );
      if (body.wholeSchool && !(await isKeeper(teacher))) throw new Problem('event.wholeSchool');
      const classIds = body.wholeSchool ? [] : body.classIds;
      const of: SchoolClass[] = await Promise.all(classIds.map((one) => classes.forTeacher(teacher, 'class.edit', one)));
      const errors = [
        ...(!body.wholeSchool && classIds.length === 0 ? [fieldProblem('classIds', 'event.nobody')] : []),
        ...eventFaults(body).map((fault) => fieldProblem('times', `event.${fault}`)),
      ];
      if (errors.length > 0) throw new Problem('event.notReady', { errors });
      const zone = of[0]?.calendar.zone ?? (await classes.load(await classes.taughtBy(teacher.userId)))[0]?.calendar.zone ?? 'UTC';
      const files = body.attachments.flatMap((one) => (one.kind === 'file' ? [one.file.id] : []));
      await keptFiles.usable(teacher.userId, files, [id]);
      const { from: fromDay, to: toDay, classIds: _, ...rest } = body;
      const columns = { ...rest, zone, fromDay, toDay };
      await inTransaction(sequelize, async (transaction) => {
        if (before) {
          const [changed] = await events.update({ ...columns, version: version + 1 }, { where: { id, version }, transaction });
          if (changed === 0) throw new Problem('conflict.changedMeanwhile', { current: await toReply(teacher, (await byId(id))!) });
        } else await events.create({ id, authorId: teacher.userId, ...columns, version: 1 }, { transaction });
        await setClasses(id, classIds, transaction);
        await keptFiles.setUses({ holderKind: 'event', holderId: id }, files, transaction);
      });
      return toReply(teacher, (await byId(id))!);
    },

    async remove(teacher: Person, id: string): Promise<void> {
      const event = await byId(id);
      if (!event || !sees(teacher, event, await classesOf(teacher))) throw new Problem('thing.unknown');
      if (!(await mayChange(teacher, event))) throw new Problem('event.notYours');
      await inTransaction(sequelize, async (transaction) => {
        await keptFiles.setUses({ holderKind: 'event', holderId: id }, [], transaction);
        await events.destroy({ where: { id }, transaction });
      });
    },
  };
  return service;
}

export type EventsService = ReturnType<typeof eventsService>;
