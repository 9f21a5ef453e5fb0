import { watch, type Ref } from 'vue';

/**
 * Moves what is wider than it is seen so that now is in the middle of it.
 * @param way what is moved sideways
 * @param needle where now is along it, from 0 to 1
 * @param weeks how many weeks it has; more of them come when they are loaded
 */
export function useNowInSight(way: Ref<HTMLElement | null>, needle: () => number, weeks: () => number): void {
  watch(
    [way, weeks],
    () => {
      if (!way.value) return;
      const along = needle() * way.value.scrollWidth - way.value.clientWidth / 2;
      way.value.scrollLeft = document.documentElement.dir === 'rtl' ? -along : along;
    },
    { flush: 'post' },
  );
}
