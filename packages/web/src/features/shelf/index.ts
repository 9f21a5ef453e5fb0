/** What a teacher keeps for use again. */
export { default as ColleaguesField } from './ColleaguesField.vue';
export { default as ShelfTabs } from './ShelfTabs.vue';
