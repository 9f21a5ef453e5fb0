/**
 * What is read in several languages: the names of states and bearings, so that a page, a letter and a report say the same, and
 * what teachers write in more than one language side by side.
 */
export * from './names';
export * from './brief-in';
export * from './names-in';
