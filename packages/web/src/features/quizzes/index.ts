/** Quizzes: making them, going through them, what came of them. */
export { default as MarkSquare } from './MarkSquare.vue';
