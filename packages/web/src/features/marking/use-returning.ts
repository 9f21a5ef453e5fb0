import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import type { PileRow, usePile } from './use-pile';

/** What of a pile is held, and what of it lies open to be returned. */
export function useReturning({ pile, rows }: ReturnType<typeof usePile>) {
  const route = useRoute();
  const router = useRouter();
  const held = computed(() => rows.value.filter((one) => one.held));
  const returningOf = ref<PileRow[] | null>(null);
  // Asked for from the assignment's page: what is held lies open to be returned.
  watch(pile.value, () => {
    if (route.query.return !== 'held' || returningOf.value !== null || held.value.length === 0) return;
    returningOf.value = held.value;
    void router.replace({ query: { ...route.query, return: undefined } });
  });
  return { held, returningOf };
}
