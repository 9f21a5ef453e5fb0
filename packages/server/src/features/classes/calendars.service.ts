import {
  addSchoolDays,
  calendarProblems,
  isSchoolDay,
  localDateAt,
  may,
  type Actor,
  type SchoolCalendar,
  type WindowField,
} from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { rowByKey, rowOf, rowsOf } from '../../db/rows';
import type {
  CalendarAnswer,
  CalendarChange,
  CalendarEffects,
  CalendarProposalRequest,
  CalendarReply,
  CalendarRequest,
} from '../../contract';
import { noteChange } from '../../db/class-changes';
import { fromJson } from '../../db/json-column';
import { inTransaction } from '../../db/transaction';
import { fieldProblem } from '../../http/field-problems';
import { Problem } from '../../http/problem';
import { fullName, type AccountsService } from '../accounts/accounts.service';
import type { DateChangesService } from '../news/date-changes.service';
import type { NewsService, Telling } from '../news/news.service';
import type { BoardService } from '../pieces/board.service';

import { toCalendar } from './classes.mapper';
import { defineCalendarChanges, defineClasses, type CalendarChangeRow, type CalendarRow } from './classes.model';
import type { ClassesService, SchoolClass } from './classes.service';
import { type Sight, teacherEyes } from '../pieces/sight';
import { worth } from '../pieces/worth';

type Teacher = Actor & { userId: string };

const SCHOOL_DAYS_NEEDED = 30;

/** @throws Problem `calendar.wrong` naming each field; RuleError `calendar.no-school-days` if hardly any are left to count on */
function refuseWrong(calendar: CalendarRequest, now: number): void {
  const problems = calendarProblems(calendar);
  if (problems.length > 0)
    throw new Problem('calendar.wrong', { errors: problems.map(({ path, why }) => fieldProblem(path, `calendar.${why}`)) });
  addSchoolDays({ ...calendar, zone: 'UTC' }, now, SCHOOL_DAYS_NEEDED);
}

const FIELDS: readonly WindowField[] = ['opens', 'due', 'closes'];
const isDayOff = (calendar: SchoolCalendar, at: number) => !isSchoolDay(calendar, localDateAt(calendar.zone, at));

/** What a new calendar does to one class: its dates on days off, students whose dates move, costs that change. */
function effectsOn(before: readonly Sight[], after: readonly Sight[], calendar: SchoolCalendar): Omit<CalendarEffects, 'problems'> {
  const onDayOff = new Map<string, CalendarEffects['onDayOff'][number]>();
  const moved = new Map<string, CalendarEffects['moved'][number]>();
  let costs = 0;
  for (const [index, was] of before.entries()) {
    const is = after[index]!;
    const { id: assignmentId, classId, title } = was.assignment;
    for (const field of FIELDS) {
      const at = was.assignment[field];
      if (at !== null && isDayOff(calendar, at) && !isDayOff(was.schoolClass.calendar, at))
        onDayOff.set(`${assignmentId} ${field}`, { assignmentId, classId, title, field, at });
    }
    if (was.piece.state === null && is.piece.state === null) continue;
    const [old, due] = [was.resolved.window.due, is.resolved.window.due];
    if (old !== null && due !== null && old !== due) {
      const key = `${assignmentId} ${old} ${due}`;
      const entry = moved.get(key) ?? { assignmentId, classId, title, students: 0, before: old, after: due };
      moved.set(key, { ...entry, students: entry.students + 1 });
    }
    const score = was.record?.score;
    if (score && worth(was, score).effective !== worth(is, score).effective) costs += 1;
  }
  return {
    onDayOff: [...onDayOff.values()].sort((a, b) => a.at - b.at),
    moved: [...moved.values()].sort((a, b) => a.before - b.before),
    costs,
  };
}

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  board: BoardService;
  news: NewsService;
  dateChanges: DateChangesService;
}

/** A class that goes by a calendar, with who teaches it. */
interface Use {
  id: string;
  label: string;
  zone: string;
  teachers: { id: string; name: string }[];
}

/**
 * The school's calendars. Who teaches all classes that go by one changes it, having seen first which dates that touches. Who
 * teaches only some proposes the change: it is made once a teacher of each class has agreed. Each change can be undone.
 */
export function calendarsService({ sequelize, accounts, classes, board, news, dateChanges }: Collaborators) {
  const { calendars, classes: classTable } = defineClasses(sequelize);
  const { changes, consents } = defineCalendarChanges(sequelize);
  const mine = async (teacher: Teacher) => classes.load(await classes.taughtBy(teacher.userId, { away: true }));

  /** Classes that go by some calendars; those put away are read and not asked. */
  async function usesOf(calendarIds: readonly string[]): Promise<Map<string, Use[]>> {
    const rows = await sequelize.query<{ id: string; calendarId: string }>(
      'SELECT id, calendar_id AS calendarId FROM classes WHERE calendar_id IN (?) AND put_away_at IS NULL ORDER BY name, section, id LIMIT 2000',
      { replacements: [[...calendarIds]], type: QueryTypes.SELECT },
    );
    const ids = rows.map((row) => row.id);
    const found: SchoolClass[] = [];
    for (let start = 0; start < ids.length; start += 200) found.push(...(await classes.load(ids.slice(start, start + 200))));
    const teachers = ids.length === 0 ? new Map() : await classes.teachersOf(ids);
    const uses = new Map<string, Use[]>(calendarIds.map((id) => [id, []]));
    for (const { id, calendarId } of rows) {
      const one = found.find((schoolClass) => schoolClass.id === id);
      if (one) uses.get(calendarId)?.push({ id, label: one.label, zone: one.calendar.zone, teachers: teachers.get(id) ?? [] });
    }
    return uses;
  }
  const teaches = (use: Use, teacherId: string) => use.teachers.some((one) => one.id === teacherId);
  const named = ({ label, teachers }: Use) => ({ label, teachers: teachers.map((one) => one.name) });

  const openProposal = async (calendarId: string, transaction?: Transaction) =>
    await rowOf(changes, {
      where: { calendarId, state: 'proposed' },
      order: [['at', 'DESC']],
      ...(transaction ? { transaction } : {}),
    });
  const agreedTo = async (changeId: string, transaction?: Transaction): Promise<Set<string>> => {
    const rows = await rowsOf(consents, {
      where: { changeId },
      ...(transaction ? { transaction } : {}),
    });
    return new Set(rows.map((row) => row.teacherId));
  };

  async function reply(teacher: Teacher, rows: CalendarRow[]): Promise<CalendarReply[]> {
    const uses = await usesOf(rows.map((row) => row.id));
    return Promise.all(
      rows.map(async (row): Promise<CalendarReply> => {
        const all = uses.get(row.id) ?? [];
        const [proposal, last] = await Promise.all([
          openProposal(row.id),
          rowOf(changes, {
            where: { calendarId: row.id, state: 'made', madeVersion: row.version },
          }),
        ]);
        const people = await accounts.people([proposal?.byUser, last?.byUser].filter((one): one is string => !!one));
        const nameOf = (id: string) => (people.get(id) ? fullName(people.get(id)!) : '');
        const agreed = proposal ? await agreedTo(proposal.id) : new Set<string>();
        const tookPart = last ? (await agreedTo(last.id)).has(teacher.userId) || last.byUser === teacher.userId : false;
        return {
          ...toCalendar(row),
          classes: all.filter((use) => teaches(use, teacher.userId)).map(({ id, label }) => ({ id, label })),
          others: all.filter((use) => !teaches(use, teacher.userId)).map(named),
          proposal: proposal && {
            id: proposal.id,
            by: nameOf(proposal.byUser),
            at: proposal.at.getTime(),
            word: proposal.word,
            change: fromJson<CalendarRequest>(proposal.afterIt),
            mine: proposal.byUser === teacher.userId,
            agreed: agreed.has(teacher.userId),
            waitsFor: all.filter((use) => !use.teachers.some((one) => agreed.has(one.id))).map(named),
          },
          undoable:
            last && (tookPart || all.every((use) => teaches(use, teacher.userId)))
              ? { id: last.id, by: nameOf(last.byUser), at: last.at.getTime() }
              : null,
        };
      }),
    );
  }

  async function forTeacher(
    teacher: Teacher,
    id: string,
    action: 'calendar.look' | 'calendar.edit',
  ): Promise<{ row: CalendarRow; own: SchoolClass[] }> {
    const own = await mine(teacher);
    const relation = own.some((one) => one.calendarId === id) ? 'coTeacher' : 'none';
    const row = await rowByKey(calendars, id);
    if (!row || may(teacher, action, { relation }) !== 'allowed') throw new Problem('thing.unknown');
    return { row, own };
  }

  const asStored = ({ name, schoolDays, closures, terms }: CalendarRequest): CalendarRequest => ({ name, schoolDays, closures, terms });

  /** Everybody else who teaches a class that goes by it hears of it, once. */
  async function tell(
    kind: 'calendarAsked' | 'calendarChanged',
    row: CalendarRow,
    uses: readonly Use[],
    by: string,
    key: string,
    now: number,
    transaction: Transaction,
  ): Promise<void> {
    const who = (await accounts.people([by])).get(by);
    const told = new Map<string, Telling>();
    for (const use of uses)
      for (const teacher of use.teachers)
        if (teacher.id !== by && !told.has(teacher.id))
          told.set(teacher.id, {
            userId: teacher.id,
            kind,
            onceKey: `${kind}:${key}`,
            assignmentId: null,
            classId: use.id,
            zone: use.zone,
            data: { title: row.name, className: use.label, who: who ? fullName(who) : '' },
          });
    await news.tell([...told.values()], now, transaction);
  }

  /** Writes a calendar that is still the version that was seen, and tells teachers and the students whose dates it moves. @returns whether it was */
  async function write(
    row: CalendarRow,
    uses: readonly Use[],
    to: CalendarRequest,
    { by, key, version, now }: { by: string; key: string; version: number; now: number },
    note: (transaction: Transaction, madeVersion: number) => Promise<void>,
  ): Promise<boolean> {
    return dateChanges.aroundClasses({ by, classIds: uses.map((use) => use.id), now }, () =>
      inTransaction(sequelize, async (transaction) => {
        const [changed] = await calendars.update({ ...to, version: version + 1 }, { where: { id: row.id, version }, transaction });
        if (changed === 0) return false;
        noteChange(transaction, { calendars: [row.id] });
        await note(transaction, version + 1);
        await tell('calendarChanged', row, uses, by, key, now, transaction);
        return true;
      }),
    );
  }
  const stale = async (teacher: Teacher, id: string): Promise<never> => {
    const { row } = await forTeacher(teacher, id, 'calendar.look');
    throw new Problem('conflict.changedMeanwhile', { current: (await reply(teacher, [row]))[0] });
  };
  const current = async (teacher: Teacher, id: string): Promise<CalendarReply> =>
    (await reply(teacher, [(await forTeacher(teacher, id, 'calendar.look')).row]))[0]!;

  /** A change of a calendar that this teacher's classes go by. @throws Problem `thing.unknown` */
  async function changeFor(teacher: Teacher, changeId: string): Promise<{ change: CalendarChangeRow; row: CalendarRow }> {
    const change = await rowByKey(changes, changeId);
    if (!change) throw new Problem('thing.unknown');
    return { change, row: (await forTeacher(teacher, change.calendarId, 'calendar.edit')).row };
  }

  return {
    async list(teacher: Teacher): Promise<CalendarReply[]> {
      const own = await mine(teacher);
      const ids = [...new Set(own.map((one) => one.calendarId))];
      if (ids.length === 0) return [];
      const rows = await rowsOf(calendars, {
        where: { id: { [Op.in]: ids } },
        order: [
          ['name', 'ASC'],
          ['id', 'ASC'],
        ],
      });
      return reply(teacher, rows);
    },

    /** A calendar of its own for a class, so that it can differ from the school's. */
    async create(teacher: Teacher, { classId, ...request }: CalendarRequest & { classId: string }, now: number): Promise<CalendarReply> {
      const found = await classes.forTeacher(teacher, 'class.edit', classId);
      refuseWrong(request, now);
      const id = randomUUID();
      await dateChanges.aroundClasses({ by: teacher.userId, classIds: [classId], now }, () =>
        inTransaction(sequelize, async (transaction) => {
          await calendars.create({ id, ...request, version: 1 }, { transaction });
          await classTable.update({ calendarId: id, version: found.version + 1 }, { where: { id: classId }, transaction });
          noteChange(transaction, { classes: [classId] });
        }),
      );
      return current(teacher, id);
    },

    /** What a change would do, before it is made: for the classes of the one who asks. */
    async preview(teacher: Teacher, id: string, request: CalendarRequest, now: number): Promise<CalendarEffects> {
      const { own } = await forTeacher(teacher, id, 'calendar.look');
      const problems = calendarProblems(request);
      const none = { onDayOff: [], moved: [], costs: 0 };
      if (problems.length > 0) return { problems, ...none };
      const touched = own.filter((one) => one.calendarId === id && one.putAwayAt === null);
      const { schoolDays, closures } = request;
      const changed = touched.map((one) => ({ ...one, calendar: { zone: one.calendar.zone, schoolDays, closures } }));
      refuseWrong(request, now);
      const as = board.as(teacherEyes(teacher));
      const [before, after] = await Promise.all([
        as.sights({ classes: touched, drafts: true, now }),
        as.sights({ classes: changed, drafts: true, now }),
      ]);
      const calendarOf = new Map(changed.map((one) => [one.id, one.calendar]));
      const effects = touched.map((one) => {
        const of = (sights: Sight[]) => sights.filter(({ schoolClass }) => schoolClass.id === one.id);
        return effectsOn(of(before), of(after), calendarOf.get(one.id)!);
      });
      return {
        problems,
        onDayOff: effects.flatMap((one) => one.onDayOff),
        moved: effects.flatMap((one) => one.moved),
        costs: effects.reduce((sum, one) => sum + one.costs, 0),
      };
    },

    /**
     * Changes a calendar whose classes are all this teacher's.
     * @throws Problem `calendar.wrong`, `calendar.shared` if others teach by it too, or `conflict.changedMeanwhile` with the
     *   calendar as it is now
     */
    async change(teacher: Teacher, id: string, { version, ...request }: CalendarChange, now: number): Promise<CalendarReply> {
      const { row } = await forTeacher(teacher, id, 'calendar.edit');
      refuseWrong(request, now);
      const uses = (await usesOf([id])).get(id)!;
      const others = uses.filter((use) => !teaches(use, teacher.userId));
      if (others.length > 0) throw new Problem('calendar.shared');
      const key = randomUUID();
      const made = await write(
        row,
        uses,
        asStored(request),
        { by: teacher.userId, key, version, now },
        async (transaction, madeVersion) => {
          const noted: CalendarChangeRow = {
            id: key,
            calendarId: id,
            byUser: teacher.userId,
            at: new Date(now),
            beforeIt: asStored(toCalendar(row)),
            afterIt: asStored(request),
            word: '',
            state: 'made',
            seenVersion: version,
            madeVersion,
          };
          await changes.create(noted, { transaction });
        },
      );
      return made ? current(teacher, id) : stale(teacher, id);
    },

    /**
     * Proposes a change of a calendar by which others teach too; they hear of it.
     * @throws Problem `calendar.proposalOpen` while another is open
     */
    async propose(
      teacher: Teacher,
      id: string,
      { version, word, ...request }: CalendarProposalRequest,
      now: number,
    ): Promise<CalendarReply> {
      const { row } = await forTeacher(teacher, id, 'calendar.edit');
      refuseWrong(request, now);
      if (row.version !== version) return stale(teacher, id);
      const uses = (await usesOf([id])).get(id)!;
      await inTransaction(sequelize, async (transaction) => {
        // The calendar is held, so that of two who propose at once the second finds the first.
        await calendars.findByPk(id, { lock: true, transaction });
        if (await openProposal(id, transaction)) throw new Problem('calendar.proposalOpen');
        const noted: CalendarChangeRow = {
          id: randomUUID(),
          calendarId: id,
          byUser: teacher.userId,
          at: new Date(now),
          beforeIt: asStored(toCalendar(row)),
          afterIt: asStored(request),
          word,
          state: 'proposed',
          seenVersion: version,
          madeVersion: null,
        };
        await changes.create(noted, { transaction });
        await consents.create({ changeId: noted.id, teacherId: teacher.userId, at: new Date(now) }, { transaction });
        await tell('calendarAsked', row, uses.filter((use) => !teaches(use, teacher.userId)), teacher.userId, noted.id, now, transaction); // prettier-ignore
      });
      return current(teacher, id);
    },

    /**
     * Says yes or no to a proposed change. With a teacher of each class agreed it is made; a no ends it, and who proposed it hears why.
     * @throws Problem `calendar.answered` if it is over, `conflict.changedMeanwhile` if the calendar was changed since
     */
    async answer(teacher: Teacher, changeId: string, { yes, word }: CalendarAnswer, now: number): Promise<CalendarReply> {
      const { change, row } = await changeFor(teacher, changeId);
      if (change.state !== 'proposed') throw new Problem('calendar.answered');
      const uses = (await usesOf([row.id])).get(row.id)!;
      if (!yes) {
        const me = (await accounts.people([teacher.userId])).get(teacher.userId)!;
        const zone = uses[0]?.zone ?? 'UTC';
        await inTransaction(sequelize, async (transaction) => {
          const [ended] = await changes.update({ state: 'declined' }, { where: { id: changeId, state: 'proposed' }, transaction });
          if (ended === 0) throw new Problem('calendar.answered');
          const classId = uses.find((use) => teaches(use, change.byUser))?.id ?? uses[0]!.id;
          await news.tell(
            [
              {
                userId: change.byUser,
                kind: 'calendarDeclined',
                onceKey: `calendarDeclined:${changeId}`,
                assignmentId: null,
                classId,
                zone,
                data: { title: row.name, className: '', who: fullName(me), word },
              },
            ],
            now,
            transaction,
          );
        });
        return current(teacher, row.id);
      }
      await consents.bulkCreate([{ changeId, teacherId: teacher.userId, at: new Date(now) }], { ignoreDuplicates: true });
      const agreed = await agreedTo(changeId);
      if (uses.some((use) => !use.teachers.some((one) => agreed.has(one.id)))) return current(teacher, row.id);
      const made = await write(
        row,
        uses,
        fromJson<CalendarRequest>(change.afterIt),
        { by: change.byUser, key: changeId, version: change.seenVersion, now },
        async (transaction, madeVersion) => {
          const [done] = await changes.update(
            { state: 'made', madeVersion, at: new Date(now) },
            { where: { id: changeId, state: 'proposed' }, transaction },
          );
          if (done === 0) throw new Problem('calendar.answered');
        },
      );
      if (made) return current(teacher, row.id);
      await changes.update({ state: 'withdrawn' }, { where: { id: changeId, state: 'proposed' } });
      return stale(teacher, row.id);
    },

    /** Takes back what one has proposed. */
    async withdraw(teacher: Teacher, changeId: string): Promise<CalendarReply> {
      const { change, row } = await changeFor(teacher, changeId);
      if (change.byUser !== teacher.userId) throw new Problem('thing.unknown');
      await changes.update({ state: 'withdrawn' }, { where: { id: changeId, state: 'proposed' } });
      return current(teacher, row.id);
    },

    /**
     * Makes the last change undone: the calendar is as it was before. For who teaches all its classes, made the change or agreed to it.
     * @throws Problem `calendar.notLast` if it was changed since, or undone already
     */
    async undo(teacher: Teacher, changeId: string, now: number): Promise<CalendarReply> {
      const { change, row } = await changeFor(teacher, changeId);
      const uses = (await usesOf([row.id])).get(row.id)!;
      const tookPart =
        change.byUser === teacher.userId ||
        (await agreedTo(changeId)).has(teacher.userId) ||
        uses.every((use) => teaches(use, teacher.userId));
      if (!tookPart) throw new Problem('thing.unknown');
      if (change.state !== 'made' || change.madeVersion !== row.version) throw new Problem('calendar.notLast');
      const undone = await write(
        row,
        uses,
        fromJson<CalendarRequest>(change.beforeIt),
        { by: teacher.userId, key: `undo ${changeId}`, version: row.version, now },
        async (transaction) => void (await changes.update({ state: 'undone' }, { where: { id: changeId }, transaction })),
      );
      return undone ? current(teacher, row.id) : stale(teacher, row.id);
    },
  };
}

export type CalendarsService = ReturnType<typeof calendarsService>;
