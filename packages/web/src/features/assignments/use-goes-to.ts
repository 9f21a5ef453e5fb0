import type { AssignmentPiecesReply, BriefReply, ClassReply, SetFor } from '@jolly/server/contract';
import { computed, ref, watch, type Ref } from 'vue';
import { ask } from '../../api/client';

/** To whom a brief goes: of what is stored the students it is for, of a class that was just added as many as are in it. */
export function useGoesTo({
  brief,
  sets,
  classes,
}: {
  brief: () => BriefReply | null;
  sets: Ref<SetFor[]>;
  classes: () => readonly ClassReply[];
}) {
  // Who has other dates is known of what is stored; it is asked again when something was stored.
  const pieces = ref<Record<string, AssignmentPiecesReply>>({});
  async function loadPieces(): Promise<void> {
    const all = await Promise.all(
      (brief()?.classes ?? []).map(
        async (one) =>
          [one.classId, await ask('GET /api/assignments/:assignmentId/pieces', { params: { assignmentId: one.assignmentId } })] as const,
      ),
    );
    pieces.value = Object.fromEntries(all);
  }
  watch(
    () => `${brief()?.id} ${brief()?.version}`,
    () => void loadPieces().catch(() => undefined),
    { immediate: true },
  );
  const stored = computed(() =>
    (brief()?.classes ?? []).flatMap((one) => (pieces.value[one.classId] ? [{ set: one, reply: pieces.value[one.classId]! }] : [])),
  );
  const goesTo = computed(() => {
    const known = new Map(stored.value.map(({ set, reply }) => [set.classId, reply.rows.filter((row) => row.state !== 'excused').length]));
    const inClass = (id: string) => classes().find((one) => one.id === id)?.students ?? 0;
    return sets.value.reduce(
      (sum, set) => sum + (known.get(set.classId) ?? (set.audience.kind === 'everyone' ? inClass(set.classId) : 0)),
      0,
    );
  });
  return { pieces, loadPieces, stored, goesTo };
}
