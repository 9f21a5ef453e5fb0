/** Students' own work. */
export { default as VersionsSheet } from './VersionsSheet.vue';
