/** Assignments: composing, and how each student's piece stands. */
export { default as AttachmentList } from './AttachmentList.vue';
export { default as ExceptionSheet } from './ExceptionSheet.vue';
export { default as RubricGrid } from './RubricGrid.vue';
export { default as RubricView } from './RubricView.vue';
export { keepPicture } from './keep-picture';
export { useTrail } from './use-trail';
