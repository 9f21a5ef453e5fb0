/** Files of people: shown in place where they can be, else to download. */
export { default as FileView } from './FileView.vue';
export { sizeText } from './size-text';
