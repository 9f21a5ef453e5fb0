/** Dates that move together. */
export * from './carry-over';
export * from './move-dates';
