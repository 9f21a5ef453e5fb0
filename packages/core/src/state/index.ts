/**
 * The state of a piece of work is derived from facts (what happened, when), the student's own window and
 * now. `summarise` folds facts; `stateAt` applies rule 2 in its order; `studentsView` hides what is held.
 */
export * from './accepts';
export * from './audience';
export * from './may-hand-in';
export * from './piece-facts';
export * from './piece-state';
