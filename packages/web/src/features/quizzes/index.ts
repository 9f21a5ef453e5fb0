/** Quizzes: making them, going through them, what came of them; and their parts, for questions that are asked elsewhere. */
export { default as AskedLanguages } from './AskedLanguages.vue';
export { default as AnswerField } from './AnswerField.vue';
export { default as FinishedTryView } from './FinishedTryView.vue';
export { default as MarkSquare } from './MarkSquare.vue';
export { default as QuestionEditor } from './QuestionEditor.vue';
export { default as QuestionSeen } from './QuestionSeen.vue';
export { default as StoreSheet } from './StoreSheet.vue';
export { answerText } from './answer-text';
