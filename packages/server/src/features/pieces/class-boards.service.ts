import { instantOf, localDateAt, nextChangeAt, plusDays } from '@jolly/core';
import type { Sequelize } from 'sequelize';
import type { AssignmentReply } from '../../contract';
import { stampsOf } from '../../db/class-changes';
import type { Composed, MakeCache } from '../../db/stamped-cache';
import { byDueDate, isIssued, type AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { BoardService } from './board.service';
import type { LeanSight, Viewer } from './sight';

/** Sights that are kept, 2.4 kB each as measured: of a class of 35 students and 70 assignments 6 MB, of all at most 250 MB. */
const MOST_KEPT = 100_000;

/** One class as a viewer may see it: what was set, and how every student's piece of it stands. */
interface ClassBoard {
  schoolClass: SchoolClass;
  /** drafts too */
  assignments: AssignmentReply[];
  handouts: AssignmentReply[];
  /** by assignment or handout, each in order of name */
  sights: Map<string, LeanSight[]>;
}

/** Several of them together, in the order that lists have. */
export interface Boards {
  classes: SchoolClass[];
  /** drafts too */
  assignments: AssignmentReply[];
  handouts: AssignmentReply[];
  /** the assignments that are issued */
  issued: AssignmentReply[];
  /** of some assignments or handouts of these classes, in their order, then of name */
  sightsOf(all: readonly AssignmentReply[]): LeanSight[];
  /** another one as soon as anything in it may be another */
  stamp: string;
  /** by time alone nothing in it changes before then */
  until: number;
}

function midnightAfter({ calendar: { zone } }: SchoolClass, now: number): number {
  return instantOf(zone, { date: plusDays(localDateAt(zone, now), 1), msOfDay: 0 });
}

/** Composes what is asked for in one go of the event loop together, so that however many are missing cost one round of queries. */
function together<T>(composeAll: (ids: readonly string[]) => Promise<Map<string, T>>): (id: string) => Promise<T> {
  let batch: { ids: string[]; made: Promise<Map<string, T>> } | null = null;
  return async (id) => {
    if (batch === null) {
      const ids: string[] = [];
      const made = Promise.resolve().then(() => {
        batch = null;
        return composeAll(ids);
      });
      batch = { ids, made };
    }
    batch.ids.push(id);
    return (await batch.made).get(id)!;
  };
}

interface Collaborators {
  sequelize: Sequelize;
  classes: ClassesService;
  assignments: AssignmentsService;
  board: BoardService;
  cache: MakeCache;
}

/**
 * Boards of whole classes, kept ready. Whatever lists the work of classes (Today, piles, mark book, plan, progress, term
 * line) reads these: a board is composed once and stays until its class has changed (db/class-changes.ts) or a time comes
 * at which a state changes by itself. Sights are shared by everybody who asks, so nobody may change one.
 */
export function classBoardsService({ sequelize, classes, assignments, board, cache: makeCache }: Collaborators) {
  const cache = makeCache<ClassBoard & { until: number }>(MOST_KEPT);
  const keyOf = (viewer: Viewer, classId: string) => `${viewer.as === 'teacher' ? viewer.id : viewer.as} ${classId}`;

  /** Boards of several classes, in a fixed number of queries. */
  async function compose(viewer: Viewer, ids: readonly string[], now: number): Promise<Map<string, Composed<ClassBoard>>> {
    const [found, all, handouts, nextIssue] = await Promise.all([
      classes.load(ids),
      assignments.ofClasses(ids, { drafts: true, now }),
      assignments.ofClasses(ids, { drafts: true, now, kind: 'handout' }),
      assignments.nextIssue(ids, now),
    ]);
    const sights = await board.as(viewer).lean({ classes: found, assignments: [...all, ...handouts], now });
    const made = new Map<string, Composed<ClassBoard>>();
    for (const schoolClass of found) {
      const here = ({ classId }: AssignmentReply) => classId === schoolClass.id;
      const value = { schoolClass, assignments: all.filter(here), handouts: handouts.filter(here), sights: new Map<string, LeanSight[]>() };
      // A draft is looked at as if it were issued today: tomorrow it is not for who has left today.
      const draft = [...value.assignments, ...value.handouts].some((one) => one.issuedAt === null);
      made.set(schoolClass.id, { value, until: Math.min(nextIssue ?? Infinity, draft ? midnightAfter(schoolClass, now) : Infinity) });
    }
    for (const sight of sights) {
      const of = made.get(sight.schoolClass.id)!;
      const list = of.value.sights.get(sight.assignment.id);
      if (list) list.push(sight);
      else of.value.sights.set(sight.assignment.id, [sight]);
      of.until = Math.min(of.until, nextChangeAt(sight.facts));
    }
    return made;
  }

  return {
    /** The boards of these classes together, in the order of their names. */
    async of(viewer: Viewer, classIds: readonly string[], now: number): Promise<Boards> {
      const stamps = await stampsOf(sequelize, classIds);
      const there = [...stamps.keys()];
      const composeOne = together((ids) => compose(viewer, ids, now));
      const asked = there.map((id) =>
        cache.get(keyOf(viewer, id), stamps.get(id)!, now, async () => {
          const { value, until } = await composeOne(id);
          const weight = [...value.sights.values()].reduce((sum, list) => sum + list.length, 1);
          return { value: { ...value, until }, until, weight };
        }),
      );
      const all = await Promise.all(asked);
      const ordered = all.flatMap((one) => one.assignments);
      const handouts = all.flatMap((one) => one.handouts);
      const sightsBy = new Map(all.flatMap((one) => [...one.sights]));
      if (all.length > 1) for (const list of [ordered, handouts]) list.sort(byDueDate);
      return {
        classes: all.map((one) => one.schoolClass),
        assignments: ordered,
        handouts,
        issued: ordered.filter((one) => isIssued(one, now)),
        sightsOf: (list) => list.flatMap((one) => sightsBy.get(one.id) ?? []),
        stamp: there.map((id) => stamps.get(id)!).join(';'),
        until: Math.min(Infinity, ...all.map((one) => one.until)),
      };
    },
  };
}

export type ClassBoardsService = ReturnType<typeof classBoardsService>;
