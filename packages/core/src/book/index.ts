/**
 * The mark book: students by assignments. What a cell holds and what may be entered in it, what a pasted block
 * would do, which term a piece counts in, and where a student stands by each aim.
 */
export * from './book';
export * from './cell-entry';
export * from './paste';
export * from './aims';
export * from './table';
