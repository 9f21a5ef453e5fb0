/** Classes one teaches. */
export { default as ClassFrame } from './ClassFrame.vue';
export { default as NewClassForm } from './NewClassForm.vue';
export { default as JoiningCard } from './JoiningCard.vue';
export { useClasses } from './classes.store';
export { default as FirstStepsStrip } from './FirstStepsStrip.vue';
export { useFirstSteps } from './first-steps.store';
