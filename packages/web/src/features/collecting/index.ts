/** Collecting: looking on, nudging, noting in class, taking home, overlap. */
export { default as ClassMarksSheet } from './ClassMarksSheet.vue';
export { default as NudgeSheet } from './NudgeSheet.vue';
export { default as TakeHomeSheet } from './TakeHomeSheet.vue';
