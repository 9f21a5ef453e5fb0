/** The register of absence of a class. */
export { default as RegisterCounts } from './RegisterCounts.vue';
