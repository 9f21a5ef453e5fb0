/**
 * The units everything else is counted in. Points and percentages are whole thousandths, moments are
 * UTC milliseconds, days are `YYYY-MM-DD`, and what must be exact in between is a Ratio of big integers.
 */
export * from './instant';
export * from './milli-points';
export * from './ratio';
export * from './rule-error';
