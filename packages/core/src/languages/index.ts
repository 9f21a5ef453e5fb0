/**
 * Languages: which are read, how numbers are written in each, and which somebody reads of what was written in several. What
 * states and bearings are called in them, and what teachers wrote in several, is in `wording`.
 */
export * from './languages';
