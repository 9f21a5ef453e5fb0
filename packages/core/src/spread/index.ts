/** How the marking of an assignment went: the spread of its scores, its criteria, drift, and two markers. */
export * from './spread';
export * from './paste-scores';
