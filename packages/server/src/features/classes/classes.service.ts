import { joinCodeFrom, localDateAt, may, mondayOf, plusDays, type Action, type Actor, type ClassRelation } from '@jolly/core';
import { randomBytes, randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import type { ClassReply, ClassRequest } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/accounts.service';
import { toSchoolClass, type SchoolClass } from './classes.mapper';
import { defineClasses, type CalendarRow, type ClassRow, type ClassTeacherRow } from './classes.model';

export type { SchoolClass } from './classes.mapper';

const HUES = 8;
const MOST_CLASSES = 60;

function newJoinCode(): string {
  for (;;) {
    const code = joinCodeFrom(randomBytes(32));
    if (code) return code;
  }
}

// Until the school's calendar is entered: a term of fifteen weeks around today, Monday to Friday.
function firstCalendar(zone: string, now: number): CalendarRow {
  const monday = mondayOf(localDateAt(zone, now));
  return { id: randomUUID(), name: 'School', schoolDays: [1, 2, 3, 4, 5], closures: [], terms: [{ name: 'Term', from: monday, to: plusDays(monday, 15 * 7 - 3) }] };
}

/** Classes and who teaches them. */
export function classesService({ sequelize, accounts, defaultZone }: { sequelize: Sequelize; accounts: AccountsService; defaultZone: string }) {
  const { classes, calendars, teachers } = defineClasses(sequelize);

  async function load(ids: readonly string[], transaction?: Transaction): Promise<SchoolClass[]> {
    if (ids.length === 0) return [];
    const tx = transaction ? { transaction } : {};
    const rows = (await classes.findAll({
      where: { id: { [Op.in]: [...ids] } },
      order: [
        ['name', 'ASC'],
        ['id', 'ASC'],
      ],
      limit: MOST_CLASSES,
      raw: true,
      ...tx,
    })) as unknown as ClassRow[];
    const found = (await calendars.findAll({ where: { id: { [Op.in]: rows.map((row) => row.calendarId) } }, raw: true, ...tx })) as unknown as CalendarRow[];
    const byId = new Map(found.map((row) => [row.id, row]));
    return rows.map((row) => toSchoolClass(row, byId.get(row.calendarId)!));
  }

  async function teachersOf(ids: readonly string[]): Promise<Map<string, ClassReply['teachers']>> {
    const rows = (await teachers.findAll({ where: { classId: { [Op.in]: [...ids] } }, raw: true })) as unknown as ClassTeacherRow[];
    const people = await accounts.people(rows.map((row) => row.userId));
    const byClass = new Map<string, ClassReply['teachers']>();
    for (const row of rows.sort((a, b) => Number(b.isOwner) - Number(a.isOwner))) {
      const person = people.get(row.userId);
      if (!person) continue;
      byClass.set(row.classId, [...(byClass.get(row.classId) ?? []), { id: person.id, name: fullName(person), owner: Boolean(row.isOwner) }]);
    }
    return byClass;
  }

  const service = {
    load,
    teachersOf,

    /** Ids of the classes somebody teaches. */
    async taughtBy(userId: string): Promise<string[]> {
      const rows = (await teachers.findAll({ attributes: ['classId'], where: { userId }, limit: MOST_CLASSES, raw: true })) as unknown as ClassTeacherRow[];
      return rows.map((row) => row.classId);
    },

    async relationOf(actor: Actor, classId: string): Promise<ClassRelation> {
      if (actor.role !== 'teacher') return 'none';
      const row = (await teachers.findOne({ where: { classId, userId: actor.userId }, raw: true })) as unknown as ClassTeacherRow | null;
      return row ? (row.isOwner ? 'owner' : 'coTeacher') : 'none';
    },

    /** The class, if this teacher may do this in it. @throws Problem `thing.unknown` otherwise */
    async forTeacher(actor: Actor, action: Action, classId: string): Promise<SchoolClass> {
      const relation = await service.relationOf(actor, classId);
      if (may(actor, action, { relation }) !== 'allowed') throw new Problem('thing.unknown');
      const [found] = await load([classId]);
      if (!found) throw new Problem('thing.unknown');
      return found;
    },

    /** @throws Problem `join.unknownCode` */
    async byJoinCode(code: string): Promise<SchoolClass> {
      const row = (await classes.findOne({ attributes: ['id'], where: { joinCode: code }, raw: true })) as unknown as ClassRow | null;
      const [found] = row ? await load([row.id]) : [];
      if (!found) throw new Problem('join.unknownCode');
      return found;
    },

    async create(actor: Actor & { userId: string }, request: ClassRequest, now: number): Promise<string> {
      const mine = await service.taughtBy(actor.userId);
      return inTransaction(sequelize, async (transaction) => {
        const siblings = await load(mine, transaction);
        const own = siblings.at(-1);
        const zone = request.zone ?? own?.calendar.zone ?? defaultZone;
        const calendar = own ? null : firstCalendar(zone, now);
        if (calendar) await calendars.create(calendar, { transaction });
        const usedHues = new Set(siblings.map((sibling) => sibling.hue));
        const freeHue = Array.from({ length: HUES }, (_, hue) => hue).find((hue) => !usedHues.has(hue)) ?? siblings.length % HUES;
        const row: ClassRow = {
          id: randomUUID(),
          calendarId: calendar?.id ?? own!.calendarId,
          name: request.name,
          hue: request.hue ?? freeHue,
          zone,
          dueTime: request.dueTime ?? null,
          graceMinutes: request.graceMinutes ?? 0,
          lateRule: request.lateRule ?? { kind: 'none' },
          joinCode: newJoinCode(),
          createdAt: new Date(now),
          version: 1,
        };
        await classes.create(row, { transaction });
        await teachers.create({ classId: row.id, userId: actor.userId, isOwner: true }, { transaction });
        return row.id;
      });
    },

    /** @throws Problem `conflict.changedMeanwhile` with the class as it is now */
    async edit(actor: Actor, classId: string, { version, ...changes }: Partial<ClassRequest> & { version: number }): Promise<SchoolClass> {
      await service.forTeacher(actor, 'class.edit', classId);
      const [changed] = await classes.update({ ...changes, version: version + 1 }, { where: { id: classId, version } });
      const [now] = await load([classId]);
      if (changed === 0) throw new Problem('conflict.changedMeanwhile', { current: now });
      return now!;
    },

    async renewJoinCode(actor: Actor, classId: string): Promise<{ joinCode: string }> {
      await service.forTeacher(actor, 'joinCode.renew', classId);
      const joinCode = newJoinCode();
      await classes.update({ joinCode }, { where: { id: classId } });
      return { joinCode };
    },

    /** For the demo school: a calendar and a class as given. */
    async plant(
      school: { calendar: Omit<CalendarRow, 'id'>; zone: string; classes: (ClassRequest & { owner: string; coTeachers: string[]; joinCode?: string })[] },
      now: number,
    ): Promise<string[]> {
      return inTransaction(sequelize, async (transaction) => {
        const calendarId = randomUUID();
        await calendars.create({ id: calendarId, ...school.calendar }, { transaction });
        const ids: string[] = [];
        for (const { owner, coTeachers, ...request } of school.classes) {
          const id = randomUUID();
          ids.push(id);
          await classes.create(
            {
              id,
              calendarId,
              name: request.name,
              hue: request.hue ?? 0,
              zone: school.zone,
              dueTime: request.dueTime ?? null,
              graceMinutes: request.graceMinutes ?? 0,
              lateRule: request.lateRule ?? { kind: 'none' },
              joinCode: request.joinCode ?? newJoinCode(),
              createdAt: new Date(now),
              version: 1,
            },
            { transaction },
          );
          await teachers.bulkCreate([{ classId: id, userId: owner, isOwner: true }, ...coTeachers.map((userId) => ({ classId: id, userId, isOwner: false }))], { transaction });
        }
        return ids;
      });
    },
  };
  return service;
}

export type ClassesService = ReturnType<typeof classesService>;
