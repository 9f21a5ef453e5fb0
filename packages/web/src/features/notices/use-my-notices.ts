import type { MyHands } from '@jolly/server/contract';
import { onScopeDispose } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';

/** What is noted as read is sent together, a moment after the last came into sight. */
const TOGETHER_MS = 600;

/** The notices of a student: loaded, noted as read when they were in sight, and with the hand that was raised. */
export function useMyNotices() {
  const load = useLoad(() => ask('GET /api/my/notices'));
  const seen = new Set<string>();
  let soon: ReturnType<typeof setTimeout> | undefined;
  function sendSeen(): void {
    clearTimeout(soon);
    if (seen.size === 0) return;
    const noticeIds = [...seen];
    seen.clear();
    // Noted at the next look, if the line is away now.
    void ask('POST /api/my/notices/read', { body: { noticeIds } }).catch(() => undefined);
  }
  onScopeDispose(sendSeen);
  return {
    ...load,
    note(id: string): void {
      const one = load.value.value?.notices.find((notice) => notice.id === id);
      if (!one || one.read || one.waits || one.hidden) return;
      seen.add(id);
      clearTimeout(soon);
      soon = setTimeout(sendSeen, TOGETHER_MS);
    },
    raised(id: string, hands: MyHands): void {
      const one = load.value.value?.notices.find((notice) => notice.id === id);
      if (one) one.hands = hands;
    },
  };
}
