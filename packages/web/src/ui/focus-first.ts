import type { Directive } from 'vue';

/** What can be given the cursor: an element, or a field of the component library. */
export interface Focusable {
  focus: (options?: FocusOptions) => void;
}
/** Puts the cursor where one is to begin. The browser's own autofocus works only when a page is first loaded. */
export const vFocusFirst: Directive<HTMLElement> = { mounted: (element) => element.focus() };
