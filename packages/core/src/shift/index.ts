/** Dates that move together. */
export * from './carry-over';
