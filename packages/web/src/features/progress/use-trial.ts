import { readTrial, studentView, type MilliPoints, type TrialProblem } from '@jolly/core';
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
  const read = computed(() => {
    const scores = new Map<string, MilliPoints>();
    const refused = new Map<string, TrialProblem>();
    for (const piece of standing.value.pieces) {
      const tried = readTrial(typed.get(piece.id) ?? '', piece, standing.value.of.scheme);
      if (tried !== null && 'problem' in tried) refused.set(piece.id, tried.problem);
      else if (tried !== null) scores.set(piece.id, tried.score);
    }
    return { scores, refused };
  });
  const view = computed(() => {
    const { scores } = read.value;
    if (scores.size === 0) return null;
    const { pieces, of, looking } = standing.value;
    const tried = pieces.map((piece) =>
      scores.has(piece.id)
        ? { ...piece, effective: scores.get(piece.id)!, scoredAt: now(), state: 'scored' as const, stillAccepted: false }
        : piece,
    );
    return studentView({ pieces: tried, of, looking, now: now() });
  });
  return { typed, refused: computed(() => read.value.refused), view, end: () => typed.clear() };
}
