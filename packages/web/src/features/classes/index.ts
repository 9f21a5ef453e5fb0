/** Classes one teaches. */
export { default as ClassFrame } from './ClassFrame.vue';
export { useClasses } from './classes.store';
