import type { WordKey } from '../i18n/use-t';
import { onBeforeUnmount, shallowReactive } from 'vue';

export interface Shortcut {
  /** the key as `KeyboardEvent.key` has it, such as `n` or `ArrowRight`; several that do the same kind of thing, such as digits */
  key: string | readonly string[];
  /** only together with the shift key */
  shift?: boolean;
  /** how it is written for people, such as N or → */
  shown: string;
  /** key of the message that says what it does */
  does: WordKey;
  run: (key: string) => void;
}

/** The shortcuts that hold now: those of the shell, then those of the page. */
export const activeShortcuts = shallowReactive<{ everywhere: Shortcut[]; here: Shortcut[] }>({ everywhere: [], here: [] });

function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));
}

/** Enter on something that can be pressed presses that. */
const presses = ({ key, target }: KeyboardEvent) =>
  key === 'Enter' && target instanceof Element && target.closest('button, a, summary, [role]') !== null;

/** Does what a key is a shortcut for, here or everywhere. @returns false where it is none */
export function runShortcut(event: KeyboardEvent): boolean {
  const pressed = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  // Letters and signs may need the shift key to be typed at all; with Enter and the arrows it makes another shortcut.
  const shifted = event.key.length > 1 && event.shiftKey;
  const shortcut = [...activeShortcuts.here, ...activeShortcuts.everywhere].find(
    ({ key, shift = false }) => (typeof key === 'string' ? key === pressed : key.includes(pressed)) && shift === shifted,
  );
  if (!shortcut) return false;
  event.preventDefault();
  shortcut.run(pressed);
  return true;
}

window.addEventListener('keydown', (event) => {
  if (event.defaultPrevented || presses(event) || event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
  // A sheet over the page has the keys to itself.
  if (document.querySelector('[aria-modal="true"]')) return;
  runShortcut(event);
});

/** The page's own shortcuts, for as long as it is shown. None fires while typing. */
export function useShortcuts(shortcuts: Shortcut[]): void {
  activeShortcuts.here = [...activeShortcuts.here, ...shortcuts];
  onBeforeUnmount(() => {
    activeShortcuts.here = activeShortcuts.here.filter((one) => !shortcuts.includes(one));
  });
}
