/** Families: for teachers, inviting them and writing to them; for themselves, what their child has to do. */
export { default as FamilySheet } from './FamilySheet.vue';
export { default as WriteHomeSheet } from './WriteHomeSheet.vue';
