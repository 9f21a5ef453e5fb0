import { nextTick, onBeforeUnmount, onMounted, ref, watch, type Ref, type WatchSource } from 'vue';

const GAP = 8;

/**
 * Lays cards beside what they are about, each as near to its place as those above leave room for.
 *
 * @param tops where each card would like to be, in order; @param heights of the cards
 * @returns where each stands, none above its wish and none over another
 */
export function laidOut(tops: readonly number[], heights: readonly number[]): number[] {
  let free = 0;
  return tops.map((top, index) => {
    const at = Math.max(top, free);
    free = at + heights[index]! + GAP;
    return at;
  });
}

/** Keeps the cards of a margin beside their places while either changes its size. */
export function useMargin(box: Ref<HTMLElement | null>, sources: WatchSource[]) {
  const tops = ref<Record<string, number>>({});
  const height = ref(0);
  const wide = ref(true);

  function lay(): void {
    const frame = box.value;
    if (!frame) return;
    const { top, width } = frame.getBoundingClientRect();
    wide.value = width >= 640;
    const cards = [...frame.querySelectorAll<HTMLElement>('[data-card]')].map((card) => {
      const id = card.dataset.card!;
      const place = frame.querySelector(`[data-stretch~="${id}"], [data-pin="${id}"]`);
      return { id, height: card.offsetHeight, wish: place ? place.getBoundingClientRect().top - top : Infinity };
    });
    // What has no place here comes below all that has.
    const ordered = cards.map((card, index) => ({ ...card, index })).sort((a, b) => a.wish - b.wish || a.index - b.index);
    const last = ordered.filter((one) => one.wish !== Infinity).at(-1);
    const at = laidOut(
      ordered.map((one) => (one.wish === Infinity ? (last?.wish ?? 0) : Math.max(0, one.wish))),
      ordered.map((one) => one.height),
    );
    tops.value = Object.fromEntries(ordered.map((one, index) => [one.id, at[index]!]));
    height.value = ordered.length === 0 ? 0 : at.at(-1)! + ordered.at(-1)!.height;
  }
  const soon = () => void nextTick(lay);
  const seen = typeof ResizeObserver === 'undefined' ? null : new ResizeObserver(soon);
  onMounted(() => {
    if (box.value) seen?.observe(box.value);
    soon();
  });
  watch(sources, () => {
    soon();
    void nextTick(() => box.value?.querySelectorAll('[data-card], figure').forEach((one) => seen?.observe(one)));
  });
  onBeforeUnmount(() => seen?.disconnect());
  return { tops, height, wide, lay: soon };
}
