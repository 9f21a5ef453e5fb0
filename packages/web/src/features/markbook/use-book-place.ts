import { computed, nextTick, watch, type Ref } from 'vue';
import type { Spot } from './spot';
import type { Book } from './use-book';
import type { Place } from './use-selection';
import type { View } from './use-view';

interface Grid {
  active: Place;
  go: (place: Place) => void;
  focus: () => void;
}

/** Where one was in the book, for when one comes back to it from the desk. Kept in this browser for as long as its tab is open. */
export function useBookPlace(
  book: Book,
  view: View,
  at: { grid: Ref<Grid | null>; spot: Ref<Spot | null>; me: string; classId: Ref<string | null> },
): void {
  const { value, state } = book;
  const { grid, spot, me, classId } = at;
  const column = computed(() => (spot.value ? book.columnAt(spot.value) : null));
  const student = computed(() => (spot.value ? (value.value?.students[spot.value.row] ?? null) : null));
  const placeKey = computed(() => `jolly-book-at ${me} ${classId.value}`);
  watch([() => grid.value?.active, spot], () => {
    if (spot.value && column.value && student.value) sessionStorage.setItem(placeKey.value, `${column.value.id} ${student.value.id}`);
  });
  watch(
    [grid, state],
    async () => {
      if (!grid.value || state.value !== 'ready') return;
      const [assignmentId, studentId] = (sessionStorage.getItem(placeKey.value) ?? '').split(' ');
      await nextTick();
      const at = view.columns.value.shown.findIndex(
        (one) => one.kind === 'work' && value.value!.columns[one.column]!.sets.some((set) => set?.assignmentId === assignmentId),
      );
      const rowAt = view.rows.value.findIndex((one) => value.value!.students[one]!.id === studentId);
      const first = view.columns.value.shown.findIndex((one) => one.kind === 'work');
      grid.value?.go({ row: Math.max(0, rowAt), column: at >= 0 ? at : Math.max(0, first) });
      grid.value?.focus();
    },
    { flush: 'post' },
  );
}
