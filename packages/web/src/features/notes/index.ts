/** What was handed in, with notes pinned to it. */
export { default as NotedWork } from './NotedWork.vue';
export type { NoteActs } from './NotedWork.vue';
