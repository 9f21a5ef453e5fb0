/** Questions asked in the lesson. */
export { default as AskedNow } from './AskedNow.vue';
