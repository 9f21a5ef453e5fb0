import type { DateShift } from '@jolly/core';
import type { MoveConfirm, MovePreview, MoveReply } from '@jolly/server/contract';
import { ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';

/** What is about to be moved, and what that would do. */
export interface PendingMove {
  assignmentIds: string[];
  shift: DateShift;
  oneOffs: boolean;
  preview: MovePreview;
}

/** Moving dates: looked at first, then confirmed, then undone if it was a mistake. */
export function useMove(done: () => Promise<void>) {
  const pending = ref<PendingMove | null>(null);
  const last = ref<MoveReply | null>(null);
  const { problem, busy, attempt } = useAttempt();
  let round = 0;

  return {
    pending,
    last,
    problem,
    busy,
    /** Asks what a move would do; an answer that comes after another question is dropped. */
    async look(assignmentIds: string[], shift: DateShift, oneOffs = false): Promise<void> {
      const mine = ++round;
      await attempt(async () => {
        const preview = await ask('POST /api/plan/preview', { body: { assignmentIds, shift, oneOffs } });
        if (mine === round) pending.value = { assignmentIds, shift, oneOffs, preview };
      });
    },
    leave(): void {
      round += 1;
      pending.value = null;
      problem.value = null;
    },
    async confirm(tell: boolean): Promise<boolean> {
      const move = pending.value;
      if (!move) return false;
      const { assignmentIds, shift, oneOffs, preview } = move;
      const moved = await attempt(async () => {
        last.value = await ask('POST /api/plan/moves', {
          body: { assignmentIds, shift, oneOffs, digest: preview.digest, tell } satisfies MoveConfirm,
        });
      });
      if (!moved) return false;
      pending.value = null;
      await done();
      return true;
    },
    async undo(): Promise<void> {
      const move = last.value;
      if (!move) return;
      if (await attempt(() => ask('POST /api/plan/moves/:moveId/undo', { params: { moveId: move.moveId } }))) last.value = null;
      await done();
    },
  };
}
