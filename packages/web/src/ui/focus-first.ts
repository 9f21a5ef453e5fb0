import type { Directive } from 'vue';

/** Puts the cursor where one is to begin. The browser's own autofocus works only when a page is first loaded. */
export const vFocusFirst: Directive<HTMLElement> = { mounted: (element) => element.focus() };
