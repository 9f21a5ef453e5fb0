/** Files of people: shown in place where they can be, else to download. */
export { default as FileView } from './FileView.vue';
export { fileAddress } from './file-address';
export { sizeText } from './size-text';
export { default as PdfView } from './PdfView.vue';
export type { PdfField } from './pdf-fields';
export { default as RecordingSheet } from './RecordingSheet.vue';
export { default as RecordingView } from './RecordingView.vue';
export { kindOf } from './kind-of';
export { reduced } from './reduce-photo';
export { default as SaidAnswers } from './SaidAnswers.vue';
export { isSamePlace, saidAt } from './said-places';
export { useUploads, type Upload } from './use-uploads';
