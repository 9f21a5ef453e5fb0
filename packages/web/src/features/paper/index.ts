/** Papers: PDFs and pictures that students write on. */
export { default as PaperCard } from './PaperCard.vue';
export { default as PaperSetUp } from './PaperSetUp.vue';
export { default as PaperReading } from './PaperReading.vue';
export { hasKeptPapers, sendKeptPapers } from './kept-papers';
