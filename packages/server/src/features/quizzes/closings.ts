import type { Instant } from '@jolly/core';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { BoardService } from '../pieces/board.service';
import { SERVER_VIEWER } from '../pieces/sight';

export type Closings = ReturnType<typeof closings>;

/** When quizzes are closed for everybody: what is to be shown after that must not reach a class that has it later. */
export function closings({ assignments, board }: { assignments: AssignmentsService; board: BoardService }) {
  return {
    /** The last closing of anybody in any class that the quiz is set for; null: it is open for somebody without an end. */
    async ofBrief(briefId: string, now: number): Promise<Instant | null> {
      const all = await assignments.ofBriefs([briefId]);
      const sights = (await board.as(SERVER_VIEWER).ofAssignments(all, now)).filter(
        ({ state }) => state.state !== null && state.state !== 'excused',
      );
      let last = 0;
      for (const { resolved, tryEnd } of sights) {
        if (resolved.window.closes === null) return null;
        // What was sent back is done past its closing.
        last = Math.max(last, resolved.window.closes, tryEnd ?? 0);
      }
      return last;
    },
  };
}
