/** Marking piles: in which order pieces are taken up, and how long a pile takes at one's own pace. */
export * from './piles';
