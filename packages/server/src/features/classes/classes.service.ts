import { changesClass, joinCodeFrom, localDateAt, may, mondayOf, plusDays, type Action, type Actor, type ClassRelation } from '@jolly/core';
import { randomBytes, randomUUID } from 'node:crypto';
import { Op, QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { rowOf, rowsOf } from '../../db/rows';
import { noteChange } from '../../db/class-changes';
import type { ClassChange, ClassReply, ClassRequest, JoinCodeRequest, SchemeRequest, Unit, UnitsRequest } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import { toNewRow, toSchoolClass, type SchoolClass } from './classes.mapper';
import { defineClasses, type CalendarRow, type ClassRow } from './classes.model';

export type { SchoolClass } from './classes.mapper';

const HUES = 8;
const MOST_CLASSES = 200;
const MOST_TEACHERS = 20;

export function newJoinCode(): string {
  for (;;) {
    const code = joinCodeFrom(randomBytes(32));
    if (code) return code;
  }
}

const freeHue = (siblings: readonly SchoolClass[]): number =>
  Array.from({ length: HUES }, (_, hue) => hue).find((hue) => !siblings.some((sibling) => sibling.hue === hue)) ?? siblings.length % HUES;

/** @throws Problem `class.putAway` for whatever would change a class that is put away */
export function refuseIfAway(schoolClass: Pick<SchoolClass, 'putAwayAt'>, action: Action): void {
  if (schoolClass.putAwayAt !== null && changesClass(action)) throw new Problem('class.putAway');
}

// Until the school's calendar is entered: a term of fifteen weeks around today, Monday to Friday.
function firstCalendar(zone: string, now: number): CalendarRow {
  const monday = mondayOf(localDateAt(zone, now));
  return {
    id: randomUUID(),
    name: 'School',
    schoolDays: [1, 2, 3, 4, 5],
    closures: [],
    terms: [{ name: 'Term', from: monday, to: plusDays(monday, 15 * 7 - 3) }],
    version: 1,
  };
}

/** Classes and who teaches them. */
export function classesService({
  sequelize,
  accounts,
  defaultZone,
}: {
  sequelize: Sequelize;
  accounts: AccountsService;
  defaultZone: string;
}) {
  const { classes, calendars, teachers, units } = defineClasses(sequelize);

  async function load(ids: readonly string[], transaction?: Transaction): Promise<SchoolClass[]> {
    if (ids.length === 0) return [];
    const tx = transaction ? { transaction } : {};
    const rows = await rowsOf(classes, {
      where: { id: { [Op.in]: [...ids] } },
      order: [
        ['name', 'ASC'],
        ['id', 'ASC'],
      ],
      limit: MOST_CLASSES,
      ...tx,
    });
    const found = await rowsOf(calendars, {
      where: { id: { [Op.in]: rows.map((row) => row.calendarId) } },
      ...tx,
    });
    const byId = new Map(found.map((row) => [row.id, row]));
    return rows.map((row) => toSchoolClass(row, byId.get(row.calendarId)!));
  }

  /** Sets columns that nobody edits from a form, so that there is no version to be compared. */
  async function setColumns(classId: string, columns: Partial<ClassRow>): Promise<SchoolClass> {
    await inTransaction(sequelize, async (transaction) => {
      await classes.update(columns, { where: { id: classId }, transaction });
      noteChange(transaction, { classes: [classId] });
    });
    return (await load([classId]))[0]!;
  }

  async function teachersOf(ids: readonly string[]): Promise<Map<string, ClassReply['teachers']>> {
    const rows = await rowsOf(teachers, { where: { classId: { [Op.in]: [...ids] } } });
    const people = await accounts.people(rows.map((row) => row.userId));
    const byClass = new Map<string, ClassReply['teachers']>();
    for (const row of rows.sort((a, b) => Number(b.isOwner) - Number(a.isOwner))) {
      const person = people.get(row.userId);
      if (!person) continue;
      byClass.set(row.classId, [
        ...(byClass.get(row.classId) ?? []),
        { id: person.id, name: fullName(person), owner: Boolean(row.isOwner) },
      ]);
    }
    return byClass;
  }

  const service = {
    load,
    teachersOf,

    /** Ids of the classes somebody teaches; those put away only if asked for. */
    async taughtBy(userId: string, { away = false } = {}): Promise<string[]> {
      const rows = await sequelize.query<{ id: string }>(
        `SELECT c.id FROM class_teachers t JOIN classes c ON c.id = t.class_id WHERE t.user_id = ? ${away ? '' : 'AND c.put_away_at IS NULL'} ORDER BY c.created_at, c.id LIMIT ${MOST_CLASSES}`,
        { replacements: [userId], type: QueryTypes.SELECT },
      );
      return rows.map((row) => row.id);
    },

    /**
     * The class, if this teacher may do this in it, with the parallel sections they teach: classes of the same name,
     * this one too. Ids only, in one question.
     * @throws Problem as `forTeacher`
     */
    async sectionsOf(actor: Actor & { userId: string }, action: Action, classId: string): Promise<string[]> {
      const [row] = await sequelize.query<{ isOwner: number; putAwayAt: Date | null; alike: string | null }>(
        `SELECT t.is_owner AS isOwner, c.put_away_at AS putAwayAt,
           (SELECT GROUP_CONCAT(s.id ORDER BY s.created_at, s.id) FROM class_teachers x JOIN classes s ON s.id = x.class_id
            WHERE x.user_id = t.user_id AND s.put_away_at IS NULL AND LOWER(TRIM(s.name)) = LOWER(TRIM(c.name))) AS alike
         FROM class_teachers t JOIN classes c ON c.id = t.class_id WHERE t.class_id = ? AND t.user_id = ?`,
        { replacements: [classId, actor.userId], type: QueryTypes.SELECT },
      );
      if (!row || may(actor, action, { relation: row.isOwner ? 'owner' : 'coTeacher' }) !== 'allowed') throw new Problem('thing.unknown');
      refuseIfAway({ putAwayAt: row.putAwayAt?.getTime() ?? null }, action);
      return row.putAwayAt === null ? (row.alike ?? classId).split(',') : [classId];
    },

    async relationOf(actor: Actor, classId: string): Promise<ClassRelation> {
      if (actor.role !== 'teacher') return 'none';
      const row = await rowOf(teachers, { where: { classId, userId: actor.userId } });
      return row ? (row.isOwner ? 'owner' : 'coTeacher') : 'none';
    },

    /**
     * The class, if this teacher may do this in it.
     * @throws Problem `thing.unknown` if it is not theirs, `class.putAway` if it takes no changes any more
     */
    async forTeacher(actor: Actor, action: Action, classId: string): Promise<SchoolClass> {
      const relation = await service.relationOf(actor, classId);
      if (may(actor, action, { relation }) !== 'allowed') throw new Problem('thing.unknown');
      const [found] = await load([classId]);
      if (!found) throw new Problem('thing.unknown');
      refuseIfAway(found, action);
      return found;
    },

    /** @throws Problem `join.unknownCode`, or `join.shut` while nobody can join with it */
    async byJoinCode(code: string, now: number): Promise<SchoolClass> {
      // The database holds codes in letters and digits, and does not compare them with anything else.
      const row = /^[A-Z0-9]+$/.test(code) ? await rowOf(classes, { attributes: ['id'], where: { joinCode: code } }) : null;
      const [found] = row ? await load([row.id]) : [];
      if (!found) throw new Problem('join.unknownCode');
      if (!found.joinOpen || found.putAwayAt !== null || (found.joinUntil !== null && found.joinUntil < now))
        throw new Problem('join.shut');
      return found;
    },

    async create(actor: Actor & { userId: string }, request: ClassRequest, now: number): Promise<string> {
      const mine = await service.taughtBy(actor.userId);
      return inTransaction(sequelize, async (transaction) => {
        const siblings = await load(mine, transaction);
        const own =
          siblings.find((one) => one.calendarId === request.calendarId) ?? (request.calendarId === undefined ? siblings.at(-1) : undefined);
        if (request.calendarId !== undefined && !own) throw new Problem('thing.unknown');
        const zone = request.zone ?? own?.calendar.zone ?? defaultZone;
        const calendar = own ? null : firstCalendar(zone, now);
        if (calendar) await calendars.create(calendar, { transaction });
        return service.addRow(
          // A further class writes numbers as the one before it.
          toNewRow(siblings.length === 0 ? request : { decimalMark: siblings.at(-1)!.decimalMark, ...request }, {
            id: randomUUID(),
            calendarId: calendar?.id ?? own!.calendarId,
            zone,
            hue: request.hue ?? freeHue(siblings),
            joinCode: newJoinCode(),
            now,
          }),
          actor.userId,
          transaction,
        );
      });
    },

    async addRow(row: ClassRow, ownerId: string, transaction: Transaction): Promise<string> {
      await classes.create(row, { transaction });
      await teachers.create({ classId: row.id, userId: ownerId, isOwner: true }, { transaction });
      return row.id;
    },

    /** A copy of a class's own settings, with a code of its own; nothing that belongs to students. */
    async addCopy(
      source: SchoolClass,
      changes: { name: string; section: string; calendarId: string },
      ownerId: string,
      now: number,
      transaction: Transaction,
    ): Promise<string> {
      const siblings = await load(await service.taughtBy(ownerId), transaction);
      const row = toNewRow(
        // A new class has not earned what this one has.
        { ...source, studentNotices: 'never', wallRemarks: 'asked', wallsForFamilies: false, ...changes },
        {
          id: randomUUID(),
          calendarId: changes.calendarId,
          zone: source.calendar.zone,
          hue: freeHue(siblings),
          joinCode: newJoinCode(),
          now,
        },
      );
      return service.addRow(row, ownerId, transaction);
    },

    /** The class again inside a transaction, if it is still the version that was seen. @throws Problem `conflict.changedMeanwhile` */
    async unchanged(classId: string, version: number, transaction: Transaction): Promise<SchoolClass> {
      const [now] = await load([classId], transaction);
      if (!now || now.version !== version) throw new Problem('conflict.changedMeanwhile', { current: now });
      return now;
    },

    /** Changes columns of a class that is still the version that was seen. @throws Problem `conflict.changedMeanwhile` with the class as it is now */
    async change(classId: string, version: number, columns: Partial<ClassRow>, transaction: Transaction): Promise<SchoolClass> {
      const [changed] = await classes.update({ ...columns, version: version + 1 }, { where: { id: classId, version }, transaction });
      noteChange(transaction, { classes: [classId] });
      const [now] = await load([classId], transaction);
      if (changed === 0) throw new Problem('conflict.changedMeanwhile', { current: now });
      return now!;
    },

    async edit(actor: Actor & { userId: string }, classId: string, { version, calendarId, ...changes }: ClassChange): Promise<SchoolClass> {
      await service.forTeacher(actor, 'class.edit', classId);
      if (
        calendarId !== undefined &&
        !(await load(await service.taughtBy(actor.userId, { away: true }))).some((one) => one.calendarId === calendarId)
      )
        throw new Problem('thing.unknown');
      const columns = { ...changes, ...(calendarId === undefined ? {} : { calendarId }) };
      return inTransaction(sequelize, (transaction) => service.change(classId, version, columns, transaction));
    },

    /** The scheme with late rule, missing rule and bearing settings. Nothing is stored by it but the rules: every figure follows on reading. */
    async setScheme(
      classId: string,
      { scheme, bearing, lateRule, graceMinutes, version }: SchemeRequest,
      transaction: Transaction,
    ): Promise<SchoolClass> {
      return service.change(classId, version, { scheme, bearing, lateRule, graceMinutes }, transaction);
    },

    /** Put away it is read-only and out of the daily lists, but still there to be looked at and reported on. */
    async putAway(actor: Actor, classId: string, away: boolean, now: number): Promise<SchoolClass> {
      await service.forTeacher(actor, 'class.putAway', classId);
      return setColumns(classId, { putAwayAt: away ? new Date(now) : null });
    },

    async renewJoinCode(actor: Actor, classId: string): Promise<SchoolClass> {
      await service.forTeacher(actor, 'joinCode.renew', classId);
      return setColumns(classId, { joinCode: newJoinCode(), joinOpen: true });
    },

    /** Shuts the code, opens it again, or sets until when it works. */
    async setJoinCode(actor: Actor, classId: string, { open, until, asksNumber }: JoinCodeRequest): Promise<SchoolClass> {
      await service.forTeacher(actor, 'joinCode.renew', classId);
      return setColumns(classId, { joinOpen: open, joinUntil: until === null ? null : new Date(until), joinAsksNumber: asksNumber });
    },

    /** The units of classes, each in its order. */
    async unitsOfAll(classIds: readonly string[], transaction?: Transaction): Promise<Map<string, Unit[]>> {
      const rows = await rowsOf(units, {
        where: { classId: { [Op.in]: [...classIds] } },
        order: [
          ['position', 'ASC'],
          ['id', 'ASC'],
        ],
        ...(transaction ? { transaction } : {}),
      });
      const lists = new Map<string, Unit[]>(classIds.map((classId) => [classId, []]));
      for (const { classId, id, name } of rows) lists.get(classId)?.push({ id, name });
      return lists;
    },

    async unitsOf(classId: string, transaction?: Transaction): Promise<Unit[]> {
      return (await service.unitsOfAll([classId], transaction)).get(classId)!;
    },

    /** The units in the order given: new ones without an id; one that is left out is gone, and what was filed under it is filed under none. */
    async setUnits(actor: Actor, classId: string, request: UnitsRequest): Promise<Unit[]> {
      await service.forTeacher(actor, 'class.edit', classId);
      return inTransaction(sequelize, (transaction) => service.writeUnits(classId, request.units, transaction));
    },

    async writeUnits(classId: string, wanted: UnitsRequest['units'], transaction: Transaction): Promise<Unit[]> {
      const before = new Set((await service.unitsOf(classId, transaction)).map((unit) => unit.id));
      if (wanted.some(({ id }) => id !== null && !before.has(id))) throw new Problem('thing.unknown');
      const kept = new Set(wanted.map(({ id }) => id));
      await units.destroy({ where: { classId, id: { [Op.in]: [...before].filter((id) => !kept.has(id)) } }, transaction });
      for (const [position, { id, name }] of wanted.entries()) {
        if (id === null) await units.create({ id: randomUUID(), classId, name, position }, { transaction });
        else await units.update({ name, position }, { where: { id }, transaction });
      }
      noteChange(transaction, { classes: [classId] });
      return service.unitsOf(classId, transaction);
    },

    /** @throws Problem `teachers.already` or `teachers.tooMany` */
    async addTeacher(classId: string, userId: string, transaction: Transaction): Promise<void> {
      const there = await rowsOf(teachers, { where: { classId }, transaction });
      if (there.some((row) => row.userId === userId)) throw new Problem('teachers.already');
      if (there.length >= MOST_TEACHERS) throw new Problem('teachers.tooMany');
      await teachers.create({ classId, userId, isOwner: false }, { transaction });
    },

    /** A co-teacher leaves or is taken out; the owner stays until the class is handed over. */
    async removeTeacher(actor: Actor & { userId: string }, classId: string, userId: string): Promise<void> {
      await service.forTeacher(actor, 'coTeacher.edit', classId);
      const row = await rowOf(teachers, { where: { classId, userId } });
      if (!row) throw new Problem('thing.unknown');
      if (row.isOwner) throw new Problem('teachers.ownerStays');
      await teachers.destroy({ where: { classId, userId, isOwner: false } });
    },

    /** Makes a co-teacher the owner; who owned it stays as a co-teacher. */
    async handOver(actor: Actor & { userId: string }, classId: string, userId: string): Promise<void> {
      await service.forTeacher(actor, 'class.handOver', classId);
      await inTransaction(sequelize, async (transaction) => {
        const row = await rowOf(teachers, { where: { classId, userId }, transaction });
        if (!row || row.isOwner) throw new Problem('thing.unknown');
        await teachers.update({ isOwner: false }, { where: { classId, userId: actor.userId }, transaction });
        await teachers.update({ isOwner: true }, { where: { classId, userId }, transaction });
      });
    },
  };
  return service;
}

export type ClassesService = ReturnType<typeof classesService>;
