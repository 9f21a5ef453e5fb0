import { addSchoolDays, calendarProblems, may, type Actor } from '@jolly/core';
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import type { CalendarReply, CalendarRequest } from '../../contract';
import { noteChange } from '../../db/class-changes';
import { fromJson } from '../../db/json-column';
import { rowByKey, rowOf, rowsOf } from '../../db/rows';
import { inTransaction } from '../../db/transaction';
import { fieldProblem } from '../../http/field-problems';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { DateChangesService } from '../news/date-changes.service';
import type { NewsService, Telling } from '../news/news.service';
import { toCalendar } from './classes.mapper';
import { defineCalendarChanges, defineClasses, type CalendarChangeRow, type CalendarRow } from './classes.model';
import type { ClassesService, SchoolClass } from './classes.service';

export type Teacher = Actor & { userId: string };

const SCHOOL_DAYS_NEEDED = 30;

/** @throws Problem `calendar.wrong` naming each field; RuleError `calendar.no-school-days` if hardly any are left to count on */
export function refuseWrong(calendar: CalendarRequest, now: number): void {
  const problems = calendarProblems(calendar);
  if (problems.length > 0)
    throw new Problem('calendar.wrong', { errors: problems.map(({ path, why }) => fieldProblem(path, `calendar.${why}`)) });
  addSchoolDays({ ...calendar, zone: 'UTC' }, now, SCHOOL_DAYS_NEEDED);
}

export interface CalendarCollaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  news: NewsService;
  dateChanges: DateChangesService;
}

/** A class that goes by a calendar, with who teaches it. */
export interface Use {
  id: string;
  label: string;
  zone: string;
  teachers: { id: string; name: string }[];
}

/** What changing a calendar needs, whoever decides on it: who goes by it, its reply, telling, and the write itself. */
export function calendarWriting({ sequelize, accounts, classes, news, dateChanges }: CalendarCollaborators) {
  const { calendars } = defineClasses(sequelize);
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
            change: fromJson<CalendarRequest>(proposal.calendarAfter),
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

  return { mine, usesOf, teaches, openProposal, agreedTo, reply, forTeacher, asStored, tell, write, stale, current, changeFor };
}

export type CalendarWriting = ReturnType<typeof calendarWriting>;
