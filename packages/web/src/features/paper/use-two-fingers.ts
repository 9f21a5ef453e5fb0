import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue';

/**
 * Two fingers on a paper move it and make it larger, while one draws; once somebody has used a pen, one finger moves it too, so
 * that a resting hand draws nothing.
 *
 * @param box scrolls
 * @param active whether one finger draws: only then the browser leaves fingers to us
 * @param zoom is changed by the stretch between the fingers, within its bounds
 */
export function useTwoFingers(
  box: Ref<HTMLElement | null>,
  { active, zoom, least, most }: { active: () => boolean; zoom: Ref<number>; least: number; most: number },
) {
  const gesturing = ref(false);
  const fingers = new Map<number, { x: number; y: number }>();
  let hasPen = false;
  const middle = () => {
    const all = [...fingers.values()];
    return { x: all.reduce((sum, one) => sum + one.x, 0) / all.length, y: all.reduce((sum, one) => sum + one.y, 0) / all.length };
  };
  const stretch = () => {
    const [a, b] = [...fingers.values()];
    return a && b ? Math.hypot(a.x - b.x, a.y - b.y) : 0;
  };

  function down(event: PointerEvent): void {
    if (event.pointerType === 'pen') hasPen = true;
    if (event.pointerType !== 'touch' || !active()) return;
    fingers.set(event.pointerId, { x: event.clientX, y: event.clientY });
    if (fingers.size >= (hasPen ? 1 : 2)) gesturing.value = true;
  }
  function move(event: PointerEvent): void {
    if (!fingers.has(event.pointerId)) return;
    const [before, wide] = [middle(), stretch()];
    fingers.set(event.pointerId, { x: event.clientX, y: event.clientY });
    if (!gesturing.value || !box.value) return;
    const now = middle();
    if (wide > 0) {
      const to = Math.min(most, Math.max(least, (zoom.value * stretch()) / wide));
      const grown = to / zoom.value;
      // What lies between the fingers stays between them.
      const at = box.value.getBoundingClientRect();
      const [x, y] = [now.x - at.left, now.y - at.top];
      zoom.value = to;
      box.value.scrollBy((box.value.scrollLeft + x) * (grown - 1), (box.value.scrollTop + y) * (grown - 1));
    }
    box.value.scrollBy(before.x - now.x, before.y - now.y);
    event.preventDefault();
  }
  function up(event: PointerEvent): void {
    fingers.delete(event.pointerId);
    if (fingers.size === 0) gesturing.value = false;
  }
  const kinds = ['pointerup', 'pointercancel'] as const;
  onMounted(() => {
    box.value?.addEventListener('pointerdown', down, true);
    box.value?.addEventListener('pointermove', move, true);
    for (const kind of kinds) window.addEventListener(kind, up, true);
  });
  onBeforeUnmount(() => {
    for (const kind of kinds) window.removeEventListener(kind, up, true);
  });
  return { gesturing };
}
