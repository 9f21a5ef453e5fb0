import {
  isHeavy,
  isSchoolDay,
  loadByDay,
  localDateAt,
  moverFor,
  movedDates,
  windowProblem,
  type Actor,
  type DateMover,
  type DueWork,
  type Instant,
  type WindowDates,
  type WindowField,
  type WorkWindow,
} from '@jolly/core';
import { createHash, randomUUID } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import { rowOf } from '../../db/rows';
import type { AssignmentReply, MoveConfirm, MovePreview, MoveReply, MoveRequest } from '../../contract';
import { fromJson } from '../../db/json-column';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { LoadService } from '../assignments/load.service';
import type { ClassesService } from '../classes/classes.service';
import type { ExceptionsService } from '../exceptions/exceptions.service';
import type { GroupsService } from '../groups/groups.service';
import type { DateChangesService } from '../news/date-changes.service';
import { type BoardService } from '../pieces/board.service';
import { definePlan, type DateMoveRow } from './plan.model';
import { SERVER_VIEWER, type Sight, resolveFor } from '../pieces/sight';

type Teacher = Actor & { userId: string };
type What = 'class' | 'group' | 'oneOff';

/** One date that a move changes, as it was and as it becomes. */
interface Change {
  what: What;
  /** of the assignment, the group date or the exception */
  id: string;
  assignmentId: string;
  field: WindowField;
  before: Instant;
  after: Instant;
}

const FIELDS: readonly WindowField[] = ['opens', 'due', 'closes'];
/** How long a move can be undone. */
const UNDO_MS = 14 * 86_400_000;

const windowOf = ({ opens, due, closes }: WorkWindow): WorkWindow => ({ opens, due, closes });
const changesOf = (what: What, id: string, assignmentId: string, dates: WindowDates, mover: DateMover): Change[] => {
  const after = movedDates(dates, mover);
  return FIELDS.flatMap((field) => {
    const [from, to] = [dates[field], after[field]];
    return typeof from === 'number' && typeof to === 'number' && from !== to
      ? [{ what, id, assignmentId, field, before: from, after: to }]
      : [];
  });
};

interface Collaborators {
  sequelize: Sequelize;
  classes: ClassesService;
  assignments: AssignmentsService;
  exceptions: ExceptionsService;
  groups: GroupsService;
  board: BoardService;
  loads: LoadService;
  dateChanges: DateChangesService;
}

/** Moving dates of many assignments as one act: looked at first, undone as one (docs/rules.md, 9). */
export function movesService({ sequelize, classes, assignments, exceptions, groups, board, loads, dateChanges }: Collaborators) {
  const { moves } = definePlan(sequelize);

  async function chosen(teacher: Teacher, ids: readonly string[]): Promise<AssignmentReply[]> {
    const found = await assignments.byIds(ids);
    if (found.length !== ids.length) throw new Problem('thing.unknown');
    for (const classId of new Set(found.map((one) => one.classId))) await classes.forTeacher(teacher, 'assignment.write', classId);
    return found;
  }

  /** Everything a shift would change, and how students would see it. */
  async function plan(teacher: Teacher, { assignmentIds, shift, oneOffs }: MoveRequest, now: number) {
    const found = await chosen(teacher, assignmentIds);
    const schoolClasses = new Map((await classes.load([...new Set(found.map((one) => one.classId))])).map((one) => [one.id, one]));
    const [sights, groupDates] = await Promise.all([
      board.as(SERVER_VIEWER).ofAssignments(found, now),
      exceptions.groupDatesOf(assignmentIds),
    ]);
    const changes: Change[] = [];
    const movers = new Map<string, DateMover>();
    for (const assignment of found) {
      const { calendar } = schoolClasses.get(assignment.classId)!;
      const mover = moverFor(calendar, assignment, shift);
      if (!mover) continue;
      movers.set(assignment.id, mover);
      changes.push(...changesOf('class', assignment.id, assignment.id, windowOf(assignment), mover));
      for (const date of groupDates.filter((one) => one.assignmentId === assignment.id))
        changes.push(...changesOf('group', date.id, assignment.id, date, mover));
      if (!oneOffs) continue;
      for (const { exception } of sights.filter((sight) => sight.assignment.id === assignment.id)) {
        if (exception) changes.push(...changesOf('oneOff', exception.id, assignment.id, exception, mover));
      }
    }
    const changedBy = new Map<string, WindowDates>();
    for (const { id, field, after } of changes) changedBy.set(id, { ...changedBy.get(id), [field]: after });
    const after = sights.map((sight) => {
      const { assignment, exception } = sight;
      const moved = {
        ...sight,
        groupDates: sight.groupDates.map((date) => ({ ...date, ...changedBy.get(date.id) })),
        exception: exception && { ...exception, ...changedBy.get(exception.id) },
      };
      return resolveFor(moved, { ...windowOf(assignment), ...changedBy.get(assignment.id) }, now).window;
    });
    return { found, schoolClasses, sights, after, changes, movers };
  }

  /** Heavy days of the students concerned before and after, over all their classes. */
  async function heavyDays(sights: readonly Sight[], after: readonly WorkWindow[], now: number): Promise<MovePreview['heavy']> {
    const theirs = sights
      .map((sight, index) => ({ sight, due: after[index]!.due }))
      .filter(({ sight: { state, exception } }) => state.state !== null && !exception?.excused);
    const dayOf = ({ schoolClass }: Sight, at: Instant) => localDateAt(schoolClass.calendar.zone, at);
    const days = theirs
      .flatMap(({ sight, due }) => [sight.resolved.window.due, due].flatMap((at) => (at === null ? [] : [dayOf(sight, at)])))
      .sort();
    if (days.length === 0) return [];
    const moving = new Set(sights.map(({ assignment }) => assignment.id));
    const studentIds = [...new Set(theirs.map(({ sight }) => sight.member.student.id))];
    const others = (await loads.dueWork(studentIds, { from: days[0]!, to: days.at(-1)! }, null, now)).filter(
      (one) => !moving.has(one.assignmentId),
    );
    const own = (at: 'before' | 'after'): DueWork[] =>
      theirs.flatMap(({ sight, due }) => {
        const when = at === 'before' ? sight.resolved.window.due : due;
        return when === null
          ? []
          : [{ studentId: sight.member.student.id, day: dayOf(sight, when), minutes: sight.assignment.minutes ?? 0 }];
      });
    const heavyOn = (work: DueWork[]) =>
      new Map([...loadByDay(work)].map(([day, students]) => [day, [...students.values()].filter((load) => isHeavy(load)).length]));
    const [was, becomes] = [heavyOn([...others, ...own('before')]), heavyOn([...others, ...own('after')])];
    return [...new Set(days)]
      .map((day) => ({ day, before: was.get(day) ?? 0, after: becomes.get(day) ?? 0 }))
      .filter(({ before, after: then }) => before !== then);
  }

  async function preview(teacher: Teacher, request: MoveRequest, now: number): Promise<MovePreview & { raw: Change[] }> {
    const { found, schoolClasses, sights, after, changes, movers } = await plan(teacher, request, now);
    const titles = new Map(found.map((one) => [one.id, one]));
    const groupNames = new Map((await groups.membershipsOf([...schoolClasses.keys()])).map((one) => [one.groupId, one.name]));
    const groupOf = new Map(
      sights.flatMap((sight) => sight.groupDates.map((date) => [date.id, groupNames.get(date.groupId) ?? ''] as const)),
    );
    const studentOf = new Map(
      sights.flatMap(({ exception, member }) =>
        exception ? [[exception.id, `${member.student.givenName} ${member.student.familyName}`.trim()] as const] : [],
      ),
    );
    const told = sights
      .map((sight, index) => ({ sight, window: after[index]! }))
      .filter(({ sight: { state, exception, member } }) => state.state !== null && !exception?.excused && member.left === null);
    for (const { id } of found) {
      const wrong = windowProblem({
        ...windowOf(titles.get(id)!),
        ...Object.fromEntries(changes.filter((one) => one.id === id).map((one) => [one.field, one.after])),
      });
      if (wrong) throw new Problem('assignment.dates');
    }
    const said = changes.flatMap((change): MovePreview['said'] => {
      if (change.field !== 'due' || change.what !== 'class') return [];
      const { classId, title } = titles.get(change.assignmentId)!;
      const { calendar } = schoolClasses.get(classId)!;
      const about = { assignmentId: change.assignmentId, title, at: change.after };
      if (!isSchoolDay(calendar, localDateAt(calendar.zone, change.after))) return [{ ...about, why: 'noSchool' }];
      return change.after < now ? [{ ...about, why: 'past' }] : [];
    });
    return {
      changes: changes.map(({ what, id, assignmentId, field, before, after: then }) => {
        const { classId, title } = titles.get(assignmentId)!;
        return {
          assignmentId,
          classId,
          title,
          what,
          who: what === 'group' ? (groupOf.get(id) ?? '') : what === 'oneOff' ? (studentOf.get(id) ?? '') : '',
          field,
          before,
          after: then,
        };
      }),
      moved: told.filter(({ sight, window }) => window.due !== sight.resolved.window.due).length,
      keep: told.filter(
        ({ sight, window }) =>
          movers.has(sight.assignment.id) && window.due === sight.resolved.window.due && sight.exception?.due !== undefined,
      ).length,
      untouched: found.length - movers.size,
      heavy: await heavyDays(sights, after, now),
      said,
      digest: createHash('sha256').update(JSON.stringify(changes)).digest('hex'),
      raw: changes,
    };
  }

  async function apply(changes: readonly { what: What; id: string; dates: WindowDates }[], transaction: Transaction): Promise<void> {
    const of = (what: What) => changes.filter((one) => one.what === what).map(({ id, dates }) => ({ id, dates }));
    await assignments.setDates(of('class') as { id: string; dates: Partial<WorkWindow> }[], transaction);
    await exceptions.setDates('group', of('group'), transaction);
    await exceptions.setDates('oneOff', of('oneOff'), transaction);
  }

  const grouped = (changes: readonly Change[], to: 'before' | 'after') => {
    const rows = new Map<string, { what: What; id: string; dates: WindowDates }>();
    for (const change of changes) {
      const row = rows.get(change.id) ?? { what: change.what, id: change.id, dates: {} };
      row.dates[change.field] = change[to];
      rows.set(change.id, row);
    }
    return [...rows.values()];
  };

  const toReply = (row: Pick<DateMoveRow, 'id' | 'at'>, changes: readonly Change[], titles: readonly string[]): MoveReply => ({
    moveId: row.id,
    at: row.at.getTime(),
    dates: changes.length,
    titles: [...titles],
  });

  return {
    async preview(teacher: Teacher, request: MoveRequest, now: number): Promise<MovePreview> {
      const { raw: _, ...shown } = await preview(teacher, request, now);
      return shown;
    },

    /** Moves what was looked at. @throws Problem `move.changedMeanwhile` if it would now be something else */
    async move(teacher: Teacher, { digest, tell, ...request }: MoveConfirm, now: number): Promise<MoveReply> {
      const { raw, ...shown } = await preview(teacher, request, now);
      if (shown.digest !== digest) throw new Problem('move.changedMeanwhile', { current: shown });
      if (raw.length === 0) throw new Problem('move.nothing');
      const row: DateMoveRow = { id: randomUUID(), byUser: teacher.userId, at: new Date(now), told: tell, changes: raw, undoneAt: null };
      await dateChanges.around({ by: teacher.userId, assignmentIds: request.assignmentIds, tell, now }, () =>
        inTransaction(sequelize, async (transaction) => {
          await apply(grouped(raw, 'after'), transaction);
          await moves.create(row, { transaction });
        }),
      );
      return toReply(row, raw, [...new Set(shown.changes.map((one) => one.title))]);
    },

    /**
     * Undoes a move as one act; who was told of it is told again.
     * @throws Problem `move.changedMeanwhile` if one of the dates is no longer what the move made it
     */
    async undo(teacher: Teacher, moveId: string, now: number): Promise<void> {
      const row = await rowOf(moves, {
        where: { id: moveId, byUser: teacher.userId, undoneAt: null },
      });
      if (!row) throw new Problem('thing.unknown');
      const changes = fromJson<Change[]>(row.changes);
      const assignmentIds = [...new Set(changes.map((one) => one.assignmentId))];
      await chosen(teacher, assignmentIds);
      await dateChanges.around({ by: teacher.userId, assignmentIds, tell: Boolean(row.told), now }, () =>
        inTransaction(sequelize, async (transaction) => {
          const [found, given, groupDates] = await Promise.all([
            assignments.byIds(assignmentIds),
            exceptions.ofAssignments(assignmentIds),
            exceptions.groupDatesOf(assignmentIds),
          ]);
          const present = new Map<string, WindowDates>([...found, ...given, ...groupDates].map((one) => [one.id, one]));
          if (changes.some((one) => present.get(one.id)?.[one.field] !== one.after)) throw new Problem('move.changedMeanwhile');
          const [mine] = await moves.update({ undoneAt: new Date(now) }, { where: { id: moveId, undoneAt: null }, transaction });
          if (mine === 0) throw new Problem('thing.unknown');
          await apply(grouped(changes, 'before'), transaction);
        }),
      );
    },

    /** The last move of a teacher, while it can still be undone. */
    async last(teacher: Teacher, now: number): Promise<MoveReply | null> {
      const row = await rowOf(moves, {
        where: { byUser: teacher.userId, undoneAt: null },
        order: [['at', 'DESC']],
      });
      if (!row || row.at.getTime() < now - UNDO_MS) return null;
      const changes = fromJson<Change[]>(row.changes);
      const found = await assignments.byIds([...new Set(changes.map((one) => one.assignmentId))]);
      return toReply(
        row,
        changes,
        found.map((one) => one.title),
      );
    },
  };
}

export type MovesService = ReturnType<typeof movesService>;
