import { computed, onScopeDispose, ref, type Ref } from 'vue';

/** How much of a try's time is left, by the server's clock, told each second. */
export function useClock({ endsAt, begunAt, ahead }: { endsAt: Ref<number | null>; begunAt: Ref<number | null>; ahead: Ref<number> }) {
  const at = ref(Date.now());
  const ticking = setInterval(() => (at.value = Date.now()), 1000);
  onScopeDispose(() => clearInterval(ticking));
  const left = computed(() => (endsAt.value === null ? null : Math.max(0, endsAt.value - at.value - ahead.value)));
  return {
    left,
    /** 12:24, or 1:05:09 */
    text: computed(() => {
      if (left.value === null) return '';
      const seconds = Math.ceil(left.value / 1000);
      const [h, m, s] = [Math.floor(seconds / 3600), Math.floor((seconds % 3600) / 60), seconds % 60];
      const two = (n: number) => String(n).padStart(2, '0');
      return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`;
    }),
    /** how much of the time is gone, in percent; null without a limit */
    gone: computed(() => {
      if (left.value === null || endsAt.value === null || begunAt.value === null) return null;
      const whole = endsAt.value - begunAt.value;
      return whole <= 0 ? 100 : Math.min(100, (100 * (whole - left.value)) / whole);
    }),
  };
}
