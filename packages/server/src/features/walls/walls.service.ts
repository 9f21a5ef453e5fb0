import { may, type Actor, type Instant } from '@jolly/core';
import { Op, type Sequelize } from 'sequelize';
import type { Wall, WallOfPiece } from '../../contract';
import { rowByKey, rowsOf } from '../../db/rows';
import { Problem } from '../../http/problem';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { FamiliesService } from '../families/families.service';
import type { RosterService } from '../roster/roster.service';
import type { HangingService, Hung } from './hanging.service';
import { defineWalls, type WallRow } from './walls.model';

export type Person = Actor & { userId: string };

/** Who looks at a wall: a teacher, who sees all of it, or students of the class, one or those of a family. */
export interface Looking {
  wall: WallRow;
  schoolClass: SchoolClass;
  teacher: boolean;
  studentIds: readonly string[];
}
interface Collaborators {
  sequelize: Sequelize;
  classes: ClassesService;
  roster: RosterService;
  assignments: AssignmentsService;
  families: FamiliesService;
  hanging: HangingService;
}

/** Display walls as they are stored, and who may look at one. */
export function wallsService({ sequelize, classes, roster, assignments, families, hanging }: Collaborators) {
  const { walls, pieces, shows } = defineWalls(sequelize);

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

    ofStudent: hanging.ofStudent,
    hungOn: hanging.hungOn,

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

    /** How many pieces a student shows on each of these walls. */
    async shownBy(studentId: string, wallIds: readonly string[]): Promise<Map<string, number>> {
      const mine = wallIds.length === 0 ? [] : await rowsOf(shows, { where: { studentId } });
      const rows = await rowsOf(pieces, {
        where: { id: { [Op.in]: mine.map((one) => one.wallPieceId) }, wallId: { [Op.in]: [...wallIds] } },
      });
      const counts = new Map<string, number>();
      for (const { wallId } of rows) counts.set(wallId, (counts.get(wallId) ?? 0) + 1);
      return counts;
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
        const [hung] = await hanging.hungOn([wallId], now, { only: [id] });
        if (hung && service.sees(looking, hung) && hung.content?.files.some((file) => file.id === fileId))
          return { named: looking.teacher || looking.wall.names === 'full' };
      }
      return null;
    },
  };
  return service;
}

export type WallsService = ReturnType<typeof wallsService>;
