import { useVirtualizer } from '@tanstack/vue-virtual';
import { computed, watch, type Ref } from 'vue';
import type { ViewColumn } from './use-view';

/** Sizes of the grid in pixels: the names at the left, the foot, a row. */
export const LEFT = 246;
export const FOOT = 33;
export const ROW = 33;
// Columns come into sight in blocks, so that most of the time nothing is drawn anew while one scrolls.
const BLOCK = 4;

/** Which rows and columns of the grid are in sight, and where each begins. @param head how high the heads are */
export function useGridSight(
  scroller: Ref<HTMLElement | null>,
  rows: Ref<readonly unknown[]>,
  shown: Ref<readonly ViewColumn[]>,
  head: Ref<number>,
) {
  const rowSight = useVirtualizer(
    computed(() => ({
      count: rows.value.length,
      getScrollElement: () => scroller.value,
      estimateSize: () => ROW,
      overscan: 6,
      paddingStart: head.value,
      paddingEnd: FOOT,
      scrollPaddingStart: head.value,
      scrollPaddingEnd: FOOT + 2,
    })),
  );
  const columnSight = useVirtualizer(
    computed(() => ({
      horizontal: true,
      count: shown.value.length,
      getScrollElement: () => scroller.value,
      estimateSize: (index: number) => shown.value[index]?.width ?? 0,
      overscan: 1,
      paddingStart: LEFT,
      paddingEnd: 8,
      scrollPaddingStart: LEFT,
      scrollPaddingEnd: 8,
    })),
  );
  watch(shown, () => columnSight.value.measure());
  watch(head, () => rowSight.value.measure());

  const block = computed(() => {
    const items = columnSight.value.getVirtualItems();
    const [first, last] = [items[0]?.index ?? 0, items.at(-1)?.index ?? -1];
    return `${Math.floor(first / BLOCK) * BLOCK} ${Math.min(shown.value.length, Math.ceil((last + 1) / BLOCK) * BLOCK)}`;
  });
  const starts = computed(() => {
    let at = LEFT;
    return shown.value.map((one) => (at += one.width) - one.width);
  });
  const inSight = computed(() => {
    const [from, to] = block.value.split(' ').map(Number) as [number, number];
    return shown.value.slice(from, to).map((one, place) => ({ index: from + place, start: starts.value[from + place]!, shown: one }));
  });
  const width = computed(() => Math.max(columnSight.value.getTotalSize(), LEFT));
  return { rowSight, columnSight, starts, inSight, width };
}
