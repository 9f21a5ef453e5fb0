/** Finding anything of one's own by name. */
export { default as FindAnything } from './FindAnything.vue';
