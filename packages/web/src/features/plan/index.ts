/** The plan of classes, and notes in it. */
export { default as PlanNoteForm } from './PlanNoteForm.vue';
