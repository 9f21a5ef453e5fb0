import { onBeforeUnmount, onMounted, ref } from 'vue';

/**
 * Whether somebody writes in a field, for what shows only meanwhile. Whoever presses something else leaves it, but what shows
 * goes only once the press is done: or the page would move under the pointer, and the press would miss.
 * @example <div @focusin="came" @focusout="left"> … <Tools v-show="writing" /> </div>
 */
export function useWriting() {
  const writing = ref(false);
  let isDown = false;
  const down = () => (isDown = true);
  const up = () => (isDown = false);
  onMounted(() => {
    window.addEventListener('pointerdown', down, true);
    for (const kind of ['pointerup', 'pointercancel']) window.addEventListener(kind, up, true);
  });
  onBeforeUnmount(() => {
    window.removeEventListener('pointerdown', down, true);
    for (const kind of ['pointerup', 'pointercancel']) window.removeEventListener(kind, up, true);
  });

  function left({ currentTarget, relatedTarget }: FocusEvent): void {
    const root = currentTarget as HTMLElement;
    const end = () => {
      if (!root.contains(document.activeElement)) writing.value = false;
    };
    if (root.contains(relatedTarget as Node | null)) return;
    if (!isDown) {
      writing.value = false;
      return;
    }
    // The click comes after the pointer is up, in the same turn.
    const soon = () => {
      for (const kind of ['pointerup', 'pointercancel']) window.removeEventListener(kind, soon);
      setTimeout(end);
    };
    for (const kind of ['pointerup', 'pointercancel']) window.addEventListener(kind, soon);
  }
  return { writing, came: () => void (writing.value = true), left };
}
