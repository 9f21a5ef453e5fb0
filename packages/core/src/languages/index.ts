/**
 * Languages: which are read, how numbers are written in each, and what states and bearings are called in them, so that a
 * page, a letter and a report say the same. Sentences stand with whoever says them.
 */
export * from './languages';
export * from './names';
