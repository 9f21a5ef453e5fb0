import { parsePoints, studentView, type MilliPoints } from '@jolly/core';
import type { StudentProgressReply } from '@jolly/server/contract';
import { computed, reactive, watch, type Ref } from 'vue';
import { now } from '../../api/client';

/** "What if": scores that are tried on open pieces. Counted here by the same rules; nothing of it is ever sent. */
export function useTrial(standing: Ref<StudentProgressReply>) {
  const typed = reactive(new Map<string, string>());
  watch(
    () => [standing.value.student.id, standing.value.classId, JSON.stringify(standing.value.looking)],
    () => typed.clear(),
  );
  const scores = computed(() => new Map<string, MilliPoints>([...typed].flatMap(([id, text]) => (parsePoints(text) === null ? [] : [[id, parsePoints(text)!] as const]))));
  const view = computed(() => {
    if (scores.value.size === 0) return null;
    const { pieces, of, looking } = standing.value;
    const tried = pieces.map((piece) =>
      scores.value.has(piece.id) ? { ...piece, effective: scores.value.get(piece.id)!, scoredAt: now(), state: 'scored' as const, stillAccepted: false } : piece,
    );
    return studentView({ pieces: tried, of, looking, now: now() });
  });
  return { typed, view, end: () => typed.clear() };
}
