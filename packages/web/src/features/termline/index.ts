/** The term line: classes, weeks and due dates, and which of them is being looked at. */
export { useTermLine } from './termline.store';
export { useScope } from './use-scope';
export { default as TermLine } from './TermLine.vue';
export { lastClass, rememberClass } from './last-class';
