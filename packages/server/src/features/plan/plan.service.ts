import { isHeavy, loadByDay, localDateAt, type Actor } from '@jolly/core';
import type { Sequelize } from 'sequelize';
import type { AssignmentReply, OrderRequest, PlanCard, PlanLoad, PlanReply } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { fullName } from '../accounts/person';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { LoadService } from '../assignments/load.service';
import type { ClassesService } from '../classes/classes.service';

import type { ClassBoardsService } from '../pieces/class-boards.service';
import type { RosterService } from '../roster/roster.service';
import type { MovesService } from './moves.service';
import type { PlanNotesService } from './plan-notes.service';
import { type LeanSight, teacherViewer } from '../pieces/sight';

type Teacher = Actor & { userId: string };
const MOST_NAMES = 12;

const cardOf = (assignment: AssignmentReply, zone: string): PlanCard => {
  const { id, briefId, classId, kind, title, points, unitId, position, opens, due, closes, issuedAt } = assignment;
  const leading = due ?? (kind === 'handout' ? issuedAt : null);
  const day = leading === null ? null : localDateAt(zone, leading);
  return {
    assignmentId: id,
    briefId,
    classId,
    kind,
    title,
    points,
    unitId,
    position,
    opens,
    due,
    closes,
    issuedAt,
    day,
    counts: {},
    students: 0,
    others: [],
  };
};

/** Counts a student in on a card, and where they have it due on another day. */
function count(card: PlanCard, { assignment, schoolClass, resolved, theirs, member, state, exception }: LeanSight): void {
  if (!theirs || member.left !== null) return;
  card.students += 1;
  if (state.state) card.counts[state.state] = (card.counts[state.state] ?? 0) + 1;
  const own = resolved.window.due;
  if (own === null || own === assignment.due || exception?.excused) return;
  const day = localDateAt(schoolClass.calendar.zone, own);
  let other = card.others.find((one) => one.day === day);
  if (!other) card.others.push((other = { day, due: own, students: 0, names: [] }));
  other.students += 1;
  if (other.names.length < MOST_NAMES) other.names.push(fullName(member.student));
}

interface Collaborators {
  sequelize: Sequelize;
  classes: ClassesService;
  roster: RosterService;
  assignments: AssignmentsService;
  classBoards: ClassBoardsService;
  loads: LoadService;
  moves: MovesService;
  planNotes: PlanNotesService;
}

/** The plan: classes by days, with the load of their students beneath. */
export function planService({ sequelize, classes, roster, assignments, classBoards, loads, moves, planNotes }: Collaborators) {
  return {
    async of(
      teacher: Teacher,
      { from, to, classId }: { from: string; to: string; classId: string | null },
      now: number,
    ): Promise<PlanReply> {
      const ids = (await classes.taughtBy(teacher.userId)).filter((id) => classId === null || id === classId);
      const [boards, members, units, lastMove, notes] = await Promise.all([
        classBoards.of(teacherViewer(teacher), ids, now),
        roster.membersOf(ids),
        classes.unitsOfAll(ids),
        moves.last(teacher, now),
        planNotes.of(ids, { from, to }),
      ]);
      const { classes: mine } = boards;
      const all = [...boards.assignments, ...boards.handouts];
      const zoneOf = new Map(mine.map((one) => [one.id, one.calendar.zone]));
      const cards = new Map(all.map((one) => [one.id, cardOf(one, zoneOf.get(one.classId)!)]));
      for (const sight of boards.sightsOf(all)) count(cards.get(sight.assignment.id)!, sight);
      const present = members.filter((member) => member.left === null);
      const due = await loads.dueWork([...new Set(present.map((member) => member.student.id))], { from, to }, null, now);
      const load = [...loadByDay(due)].map(([day, students]): PlanLoad => {
        const loads = [...students.values()];
        return {
          day,
          pieces: loads.reduce((sum, one) => sum + one.pieces, 0),
          students: loads.length,
          heavy: loads.filter((one) => isHeavy(one)).length,
          most: Math.max(...loads.map((one) => one.pieces)),
        };
      });
      return {
        from,
        to,
        classes: mine.map((one) => ({
          classId: one.id,
          students: present.filter((member) => member.classId === one.id).length,
          schoolDays: [...one.calendar.schoolDays],
          closures: [...one.calendar.closures],
          units: units.get(one.id) ?? [],
        })),
        cards: [...cards.values()],
        load: load.sort((a, b) => (a.day < b.day ? -1 : 1)),
        notes,
        lastMove,
      };
    },

    /** Files assignments of a class under a unit, in this order. */
    async order(teacher: Teacher, classId: string, request: OrderRequest): Promise<void> {
      await inTransaction(sequelize, (transaction) => assignments.order(teacher, classId, request, transaction));
    },
  };
}

export type PlanService = ReturnType<typeof planService>;
