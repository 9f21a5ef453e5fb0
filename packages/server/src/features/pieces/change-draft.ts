import { MINUTE_MS } from '@jolly/core';
import { freshSight, requireOpen, type OwnPiecesService, type Student } from './own-pieces.service';
import type { OpenTeam, PiecesService } from './pieces.service';
import { worksheetsOf } from './sheets';
import type { Sight } from './sight';

const SAVED_FACT_EVERY_MS = 10 * MINUTE_MS;

/** Changes what a student works on, in one transaction: `work` gets it open, with the student's sight as it is then. */
export type ChangeDraft = <T>(
  student: Student,
  assignmentId: string,
  now: number,
  work: (open: OpenTeam, at: Sight) => Promise<T>,
) => Promise<T>;

/** How every use case changes a draft: only while it is open, with the copies of worksheets made. */
export function draftChanger({ ownPieces, pieces }: { ownPieces: OwnPiecesService; pieces: PiecesService }): ChangeDraft {
  /** Changes what is worked on: notes for all who share it that work has begun, and who was active. */
  return async function changeDraft<T>(
    student: Student,
    assignmentId: string,
    now: number,
    work: (open: OpenTeam, at: Sight) => Promise<T>,
  ): Promise<T> {
    const before = await ownPieces.sight(student, 'ownWork.write', assignmentId, now);
    const team = await ownPieces.teamOf(before);
    return pieces.changeWork(team, async (open) => {
      const at = freshSight(before, open.own.record, now);
      requireOpen(at, now);
      for (const piece of open.pieces) {
        const { summary, activeAt } = piece.record;
        if (summary.begunAt === null) piece.append({ kind: 'opened', at: now }, student.userId);
        // Every few seconds of typing is saved, but the story keeps a line only every ten minutes of it.
        if (piece === open.own && now - (activeAt ?? 0) >= SAVED_FACT_EVERY_MS) piece.append({ kind: 'saved', at: now }, student.userId);
        piece.set({ activeAt: piece === open.own || activeAt === null ? new Date(now) : new Date(activeAt) });
      }
      await open.work.copySheets(worksheetsOf(at));
      return work(open, at);
    });
  };
}
