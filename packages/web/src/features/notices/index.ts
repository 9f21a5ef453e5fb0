/** Notices and shows of hands: for teachers a board of each class, for students what is up for them. */
export { default as NoticesStrip } from './NoticesStrip.vue';
export { default as NoticePaper } from './NoticePaper.vue';
export { useInSight } from './use-in-sight';
