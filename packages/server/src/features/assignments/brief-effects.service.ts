import { sameWindow, type Actor } from '@jolly/core';
import type { BriefChange, BriefEffects, BriefReply } from '../../contract';
import type { ClassesService } from '../classes/classes.service';
import type { BoardService } from '../pieces/board.service';
import { SERVER_VIEWER, type Sight } from '../pieces/sight';
import { isIssued, type AssignmentsService } from './assignments.service';
import type { BriefsService } from './briefs.service';
import { asAssignment, isGiven } from './drafts';

type Teacher = Actor & { userId: string };

interface Collaborators {
  classes: ClassesService;
  assignments: AssignmentsService;
  briefs: BriefsService;
  board: BoardService;
}

/** What editing a brief that is out would do to students, before it is stored. */
export function briefEffectsService({ classes, assignments, briefs, board }: Collaborators) {
  async function sightsOf(brief: BriefReply, now: number): Promise<Sight[]> {
    return board.as(SERVER_VIEWER).ofAssignments(await assignments.byIds(brief.classes.map((one) => one.assignmentId)), now);
  }

  /** How an edited brief would be seen by the students of its classes. */
  async function sightsAfter(before: BriefReply, change: BriefChange, now: number): Promise<Sight[]> {
    const edited = change.classes.map((set) => {
      const known = before.classes.find((one) => one.classId === set.classId);
      return asAssignment(change, set, { id: known?.assignmentId ?? set.classId, briefId: before.id, issuedAt: known?.issuedAt ?? null });
    });
    return board
      .as(SERVER_VIEWER)
      .fill({ classes: await classes.load(change.classes.map((one) => one.classId)), assignments: edited, now });
  }

  return {
    /** What an edit would do, before it is stored. */
    async of(teacher: Teacher, briefId: string, change: BriefChange, now: number): Promise<BriefEffects> {
      const before = await briefs.forTeacher(teacher, 'assignment.write', briefId);
      const issued = new Set(before.classes.filter((one) => isIssued(one, now)).map((one) => one.classId));
      const has = (await sightsOf(before, now)).filter((sight) => issued.has(sight.assignment.classId) && isGiven(sight));
      const after = new Map(
        (await sightsAfter(before, change, now)).map((sight) => [`${sight.assignment.classId} ${sight.member.student.id}`, sight]),
      );
      const effects: BriefEffects = {
        has: [...issued].map((classId) => ({ classId, students: has.filter((sight) => sight.assignment.classId === classId).length })),
        moved: 0,
        keep: 0,
        gone: 0,
      };
      for (const sight of has) {
        const then = after.get(`${sight.assignment.classId} ${sight.member.student.id}`);
        if (!then || !isGiven(then)) effects.gone += 1;
        else if (!sameWindow(then.resolved.window, sight.resolved.window)) effects.moved += 1;
        else if (then.assignment.due !== sight.assignment.due) effects.keep += 1;
      }
      return effects;
    },
  };
}

export type BriefEffectsService = ReturnType<typeof briefEffectsService>;
