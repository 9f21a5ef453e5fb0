/** Students' own work. */
export { default as DrawingSheet } from './DrawingSheet.vue';
export { default as VersionsSheet } from './VersionsSheet.vue';
