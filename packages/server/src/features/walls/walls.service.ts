import { may, wallRefusal, wallWaitsFor, type Actor, type Instant, type WallRefusal } from '@jolly/core';
import { Op, type Sequelize } from 'sequelize';
import type { Wall, WallOfPiece } from '../../contract';
import { rowByKey, rowsOf } from '../../db/rows';
import { Problem } from '../../http/problem';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { FamiliesService } from '../families/families.service';
import type { BoardService } from '../pieces/board.service';
import { listsOf } from '../pieces/grouped';
import { isApartFromName } from '../pieces/nameless';
import { isWithTeacher, type HandInRecord } from '../pieces/records';
import { STUDENT_VIEWER, type Sight } from '../pieces/sight';
import type { WorksService } from '../pieces/works.service';
import type { PeerReviewsService } from '../reviews/peer-reviews.service';
import type { RosterService } from '../roster/roster.service';
import { defineWalls, type WallPieceRow, type WallRow } from './walls.model';

export type Person = Actor & { userId: string };

/** Who looks at a wall: a teacher, who sees all of it, or students of the class, one or those of a family. */
export interface Looking {
  wall: WallRow;
  schoolClass: SchoolClass;
  teacher: boolean;
  studentIds: readonly string[];
}
/** A piece that hangs on a wall, as it stands now. */
export interface Hung {
  row: WallPieceRow;
  assignment: Sight['assignment'];
  /** who made it and is in the class now */
  makers: Sight[];
  /** those of them who show it */
  showing: string[];
  shownAt: Instant;
  /** all of them show it, and it can be shown */
  up: boolean;
  handIn: HandInRecord | null;
}

interface Collaborators {
  sequelize: Sequelize;
  classes: ClassesService;
  roster: RosterService;
  assignments: AssignmentsService;
  families: FamiliesService;
  board: BoardService;
  works: WorksService;
  peerReviews: PeerReviewsService;
}

/** Can work of this kind hang on a wall? A quiz would show its answers, and what is done in class leaves nothing to be shown. */
export const isShowable = ({ kind, how }: Sight['assignment']): boolean => kind === 'assignment' && how === 'handIn';

/**
 * Display walls as they are stored, who may look at one, and what is seen on it. What is seen is found out anew at each look: by
 * who shows it now, by where the work lies, by who is in the class. Nothing of it is kept or copied.
 */
export function wallsService({ sequelize, classes, roster, assignments, families, board, works, peerReviews }: Collaborators) {
  const { walls, pieces, shows } = defineWalls(sequelize);

  async function whyNot(sights: readonly Sight[]): Promise<(sight: Sight) => WallRefusal | null> {
    const reviewed = await peerReviews.underReview([...new Set(sights.map((one) => one.assignment.id))]);
    return (sight) =>
      wallRefusal('open', {
        handedIn: isWithTeacher(sight.record) && sight.record.summary.handedInAt !== null,
        nameless: isApartFromName(sight),
        reviewed: reviewed.has(sight.assignment.id),
      });
  }

  const service = {
    /** Walls of classes, the newest first. */
    ofClasses: (classIds: readonly string[]): Promise<WallRow[]> =>
      classIds.length === 0 ? Promise.resolve([]) : rowsOf(walls, { where: { classId: { [Op.in]: [...classIds] } }, order: [['madeAt', 'DESC'], ['id', 'ASC']] }), // prettier-ignore

    byId: (id: string): Promise<WallRow | null> => rowByKey(walls, id),

    async toWalls(rows: readonly WallRow[], of: readonly SchoolClass[]): Promise<Wall[]> {
      const named = await assignments.byIds(rows.flatMap((row) => row.assignmentId ?? []));
      return rows.map(({ id, classId, assignmentId, title, prompt, names, stand, madeAt, version }) => {
        const { label, hue, calendar, wallRemarks, wallsForFamilies } = of.find((one) => one.id === classId)!;
        return {
          ...{ id, classId, assignmentId, title, prompt, names, stand, version, hue },
          className: label,
          zone: calendar.zone,
          assignment: named.find((one) => one.id === assignmentId)?.title ?? null,
          madeAt: madeAt.getTime(),
          remarks: wallRemarks,
          families: wallsForFamilies,
        };
      });
    },

    /**
     * A wall for whoever may look at it: teachers of the class; its students, unless it was taken down; their families, where the
     * class lets them.
     * @throws Problem `thing.unknown`
     */
    async look(actor: Actor, wallId: string): Promise<Looking> {
      const wall = await service.byId(wallId);
      if (!wall || actor.role === 'anonymous') throw new Problem('thing.unknown');
      const [schoolClass] = await classes.load([wall.classId]);
      if (actor.role === 'teacher') {
        const relation = await classes.relationOf(actor, wall.classId);
        if (may(actor, 'wall.look', { relation }) !== 'allowed') throw new Problem('thing.unknown');
        return { wall, schoolClass: schoolClass!, teacher: true, studentIds: [] };
      }
      const asked = actor.role === 'family' ? (await families.childrenOf(actor.userId)).map((one) => one.id) : [actor.userId];
      const members = (await roster.membersOf([wall.classId], asked)).filter((one) => one.left === null);
      const shown = wall.stand !== 'down' && schoolClass!.putAwayAt === null && (actor.role === 'student' || schoolClass!.wallsForFamilies);
      const relation = members.length > 0 && shown ? actor.role : 'none';
      if (may(actor, 'wall.look', { relation, own: true }) !== 'allowed') throw new Problem('thing.unknown');
      return { wall, schoolClass: schoolClass!, teacher: false, studentIds: members.map((one) => one.student.id) };
    },

    /** A wall for a teacher who may change it. @throws Problem `thing.unknown`, `class.putAway` */
    async toChange(teacher: Person, wallId: string): Promise<Looking> {
      const wall = await service.byId(wallId);
      if (!wall) throw new Problem('thing.unknown');
      return { wall, schoolClass: await classes.forTeacher(teacher, 'wall.set', wall.classId), teacher: true, studentIds: [] };
    },

    /** What a student can show on a wall, with why not. @param wallIds only those of assignments that a wall is of, if it is of one */
    async ofStudent(schoolClass: SchoolClass, wall: WallRow, studentId: string, now: Instant) {
      const all = await board.as(STUDENT_VIEWER).sights({ classes: [schoolClass], studentIds: [studentId], now });
      const sights = all.filter(
        ({ assignment, state, record }) =>
          isShowable(assignment) &&
          state.state !== null &&
          (wall.assignmentId === null ? record?.summary.handedInAt != null : assignment.id === wall.assignmentId),
      );
      const refusalOf = await whyNot(sights);
      return sights.map((sight) => ({ sight, refusal: wall.stand === 'open' ? refusalOf(sight) : ('closed' as const) }));
    },

    /**
     * Everything that hangs on walls, seen or not, the last shown first.
     * @param only these pieces
     * @param texts also what was handed in
     */
    async hungOn(
      wallIds: readonly string[],
      now: Instant,
      { only, texts = true }: { only?: readonly string[]; texts?: boolean } = {},
    ): Promise<Hung[]> {
      if (wallIds.length === 0) return [];
      const rows = await rowsOf(pieces, { where: { wallId: { [Op.in]: [...wallIds] }, ...(only ? { id: { [Op.in]: [...only] } } : {}) } });
      if (rows.length === 0) return [];
      const [shown, of] = await Promise.all([
        rowsOf(shows, { where: { wallPieceId: { [Op.in]: rows.map((row) => row.id) } } }),
        assignments.byIds([...new Set(rows.map((row) => row.assignmentId))]),
      ]);
      const sights = await board.as(STUDENT_VIEWER).ofAssignments(of, now);
      const byWork = listsOf(
        sights.flatMap((sight) => (sight.record && sight.member.left === null ? [[sight.record.work.id, sight] as const] : [])),
      );
      const showsOf = listsOf(shown.map((one) => [one.wallPieceId, one] as const));
      const refusalOf = await whyNot(sights);
      const standing = rows.flatMap((row): Omit<Hung, 'handIn'>[] => {
        const makers = byWork.get(row.workId) ?? [];
        const by = showsOf.get(row.id) ?? [];
        const ids = makers.map((one) => one.member.student.id);
        const showing = by.map((one) => one.studentId).filter((id) => ids.includes(id));
        if (showing.length === 0) return [];
        const up = wallWaitsFor(ids, showing).length === 0 && makers.every((one) => refusalOf(one) === null);
        const shownAt = Math.max(...by.map((one) => one.at.getTime()));
        return [{ row, assignment: makers[0]!.assignment, makers, showing, shownAt, up }];
      });
      const handIns = texts ? await works.allHandIns(standing.filter((one) => one.up).map((one) => one.row.workId)) : null;
      return standing
        .map((one) => ({ ...one, handIn: handIns?.get(one.row.workId)?.at(-1) ?? null }))
        .sort((a, b) => b.shownAt - a.shownAt || (a.row.id < b.row.id ? -1 : 1));
    },

    /** Walls of an assignment for one who has it: those that are open, and any on which they show it. */
    async ofPiece(assignmentId: string, studentId: string, workId: string | null): Promise<WallOfPiece[]> {
      const of = await rowsOf(walls, { where: { assignmentId, stand: { [Op.ne]: 'down' } }, order: [['madeAt', 'ASC']] });
      if (of.length === 0) return [];
      const hung = workId === null ? [] : await rowsOf(pieces, { where: { workId, wallId: { [Op.in]: of.map((one) => one.id) } } });
      const mine = await rowsOf(shows, { where: { studentId, wallPieceId: { [Op.in]: hung.map((one) => one.id) } } });
      const shown = new Set(hung.filter((one) => mine.some(({ wallPieceId }) => wallPieceId === one.id)).map((one) => one.wallId));
      return of
        .map(({ id, title, stand }) => ({ id, title, stand, shown: shown.has(id) }))
        .filter((one) => one.shown || one.stand === 'open')
        .map(({ stand: _, ...one }) => one);
    },

    /** Is a piece there for whoever looks? What a teacher has hidden, teachers and its makers still see. */
    sees: ({ teacher, studentIds }: Looking, { up, row, showing }: Hung): boolean =>
      up && (row.hiddenAt === null || teacher || studentIds.some((id) => showing.includes(id))),

    /**
     * May somebody fetch a file because its work is on a wall they see? Asked anew at each fetch, so that an old address shows
     * nothing that was taken back.
     * @returns whether it comes under its own name; null: they may not
     */
    async mayFetch(actor: Person, workId: string, fileId: string, now: Instant): Promise<{ named: boolean } | null> {
      for (const { id, wallId } of await rowsOf(pieces, { where: { workId } })) {
        const looking = await service.look(actor, wallId).catch((error: unknown) => {
          if (error instanceof Problem) return null;
          throw error;
        });
        if (!looking) continue;
        const [hung] = await service.hungOn([wallId], now, { only: [id] });
        if (hung && service.sees(looking, hung) && hung.handIn?.files.some((file) => file.id === fileId))
          return { named: looking.teacher || looking.wall.names === 'full' };
      }
      return null;
    },
  };
  return service;
}

export type WallsService = ReturnType<typeof wallsService>;
