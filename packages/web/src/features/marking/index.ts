/** Marking: piles and the desk. */
export { default as ChoiceLadder } from './ChoiceLadder.vue';
export { default as HeldEverywhere } from './HeldEverywhere.vue';
export { default as PileCard } from './PileCard.vue';
export { default as AssignmentTabs } from './AssignmentTabs.vue';
export { default as BesideRow } from './BesideRow.vue';
