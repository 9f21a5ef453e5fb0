/** Marking: piles and the desk. */
export { default as PileCard } from './PileCard.vue';
