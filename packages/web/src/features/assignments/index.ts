/** Assignments: composing, and how each student's piece stands. */
export { default as AudienceSheet } from './AudienceSheet.vue';
export { default as AttachmentList } from './AttachmentList.vue';
export { default as ExceptionSheet } from './ExceptionSheet.vue';
export { default as RubricGrid } from './RubricGrid.vue';
export { default as RubricInLanguages } from './RubricInLanguages.vue';
export { default as RubricView } from './RubricView.vue';
export { default as IssueBar } from './IssueBar.vue';
export { default as WhoAndWhen } from './WhoAndWhen.vue';
export { default as SpokenField } from './SpokenField.vue';
export { default as RubricSheet } from './RubricSheet.vue';
export { blankQuiz, blankSet, useBrief } from './use-brief';
export { useGoesTo } from './use-goes-to';
export { keepPicture, putUpPicture } from './keep-picture';
export { useTrail } from './use-trail';
