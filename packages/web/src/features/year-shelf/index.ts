/** The year's shelf: the line on My work that leads to it. */
export { default as YearShelfLine } from './YearShelfLine.vue';
