import { useIntersectionObserver } from '@vueuse/core';
import { onMounted, type Ref } from 'vue';

/** Says once that the end of something has come into sight; where a browser cannot tell, as soon as it is there. */
export function useInSight(end: Ref<HTMLElement | null>, seen: () => void): void {
  let said = false;
  const say = () => {
    if (said) return;
    said = true;
    seen();
  };
  const { isSupported, stop } = useIntersectionObserver(end, ([entry]) => {
    if (!entry?.isIntersecting) return;
    say();
    stop();
  });
  onMounted(() => isSupported.value || say());
}
