import { sameWindow, type WorkWindow } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, type Sequelize } from 'sequelize';
import { rowsOf } from '../../db/rows';
import { fromJson } from '../../db/json-column';
import { inTransaction } from '../../db/transaction';
import { isIssued, type AssignmentsService } from '../assignments/assignments.service';
import type { BoardService } from '../pieces/board.service';
import { defineNews, type DateChangeRow } from './news.model';
import type { NewsService, Telling } from './news.service';
import { SERVER_VIEWER, type Sight } from '../pieces/sight';

/** A change that takes longer than this has lost its server; whoever comes by tells what it changed. */
const ABANDONED_MS = 60_000;

const LOOK_BACK_MS = 30 * 86_400_000;
const LOOK_AHEAD_MS = 400 * 86_400_000;

/** What held for a student on an assignment before something was changed. */
interface Before {
  assignmentId: string;
  studentId: string;
  window: WorkWindow;
  excused: boolean;
}

interface Collaborators {
  sequelize: Sequelize;
  assignments: AssignmentsService;
  board: BoardService;
  news: NewsService;
}

/**
 * Telling students that their own dates changed. What held before is stored first; then the change is made;
 * then those for whom something else holds now are told. If the server dies in between, the stored "before" is
 * still there, and the next round tells what the change did, if it did anything.
 */
export function dateChangesService({ sequelize, assignments, board, news }: Collaborators) {
  const { dateChanges } = defineNews(sequelize);

  async function sightsOf(assignmentIds: readonly string[], now: number): Promise<Sight[]> {
    const issued = (await assignments.byIds(assignmentIds)).filter((one) => isIssued(one, now));
    return (await board.as(SERVER_VIEWER).ofAssignments(issued, now)).filter(
      ({ state, member }) => state.state !== null && member.left === null,
    );
  }

  async function finish(row: Pick<DateChangeRow, 'id'>, before: readonly Before[], now: number): Promise<number> {
    const sights = await sightsOf([...new Set(before.map((one) => one.assignmentId))], now);
    const after = new Map(sights.map((sight) => [`${sight.assignment.id} ${sight.member.student.id}`, sight]));
    const tellings = before.flatMap((was): Telling[] => {
      const sight = after.get(`${was.assignmentId} ${was.studentId}`);
      if (!sight) return [];
      const { assignment, resolved, schoolClass, exception } = sight;
      const excused = exception?.excused ?? false;
      const nowExcused = excused && !was.excused;
      if (!nowExcused && (excused || sameWindow(was.window, resolved.window))) return [];
      return [
        {
          userId: was.studentId,
          kind: nowExcused ? 'excused' : 'dates',
          onceKey: `change:${row.id}:${was.assignmentId}`,
          assignmentId: assignment.id,
          classId: assignment.classId,
          zone: schoolClass.calendar.zone,
          data: { title: assignment.title, className: schoolClass.label, from: was.window, to: resolved.window },
        },
      ];
    });
    await inTransaction(sequelize, async (transaction) => {
      // Gone already: another server has told them.
      if ((await dateChanges.destroy({ where: { id: row.id }, transaction })) === 0) return;
      await news.tell(tellings, now, transaction);
    });
    return tellings.length;
  }

  const service = {
    /** Makes a change and, if wanted, tells the students whose own dates it changed. */
    async around<T>(
      { by, assignmentIds, tell, now }: { by: string; assignmentIds: readonly string[]; tell: boolean; now: number },
      work: () => Promise<T>,
    ): Promise<T> {
      const sights = tell ? await sightsOf(assignmentIds, now) : [];
      if (sights.length === 0) return work();
      const before = sights.map(({ assignment, member, resolved, exception }): Before => ({
        assignmentId: assignment.id,
        studentId: member.student.id,
        window: resolved.window,
        excused: exception?.excused ?? false,
      }));
      const id = randomUUID();
      await dateChanges.create({ id, byUser: by, at: new Date(now), beforeWindows: before });
      try {
        return await work();
      } finally {
        // Of a change that failed nothing differs, and nobody is told.
        await finish({ id }, before, now);
      }
    },

    /** The same for a change that may touch anything still to come in some classes: a standing exception, who is in a group. */
    async aroundClasses<T>(
      { by, classIds, now }: { by: string; classIds: readonly string[]; now: number },
      work: () => Promise<T>,
    ): Promise<T> {
      // What was due a while ago may be due still for who has more time.
      const coming = await assignments.ofClasses(classIds, {
        drafts: false,
        due: { from: now - LOOK_BACK_MS, to: now + LOOK_AHEAD_MS },
        now,
      });
      return service.around({ by, assignmentIds: coming.map((one) => one.id), tell: true, now }, work);
    },

    /** Tells what changes did whose server has died. */
    async finishAbandoned(now: number): Promise<void> {
      const rows = await rowsOf(dateChanges, {
        where: { at: { [Op.lt]: new Date(now - ABANDONED_MS) } },
        limit: 20,
      });
      for (const row of rows) await finish(row, fromJson<Before[]>(row.beforeWindows), now);
    },
  };
  return service;
}

export type DateChangesService = ReturnType<typeof dateChangesService>;
