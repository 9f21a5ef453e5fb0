import { useIntervalFn } from '@vueuse/core';
import type { WallReply } from '@jolly/server/contract';
import type { Ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';

const LOOK_EVERY_MS = 10_000;

/** A wall as it is now: looked at again every ten seconds while it is in sight, since a whole class puts something up at once. */
export function useWall(wallId: Ref<string>) {
  const load = useLoad(() => ask('GET /api/walls/:wallId', { params: { wallId: wallId.value } }), [wallId]);
  const { problem, busy, attempt } = useAttempt();
  useIntervalFn(() => {
    if (document.visibilityState === 'visible' && !busy.value) void load.reload();
  }, LOOK_EVERY_MS);
  /** An act that is answered by the wall as it is then. */
  const act = (how: () => Promise<WallReply>) => attempt(async () => void (load.value.value = await how()));
  return { ...load, problem, busy, attempt, act };
}
