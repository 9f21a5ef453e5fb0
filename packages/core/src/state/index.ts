/**
 * The state of a piece of work is derived from facts (what happened, when), the student's own window and
 * now. `summarise` folds facts; `stateAt` applies rule 2 in its order; `stateForStudent` hides what is held;
 * `nextChangeAt` says until when a state holds; `standingLateness` says how late what stands is, `lateCostOffFull` what
 * that takes off, and `worthOf` what is left of a score.
 */
export * from './accepts';
export * from './audience';
export * from './late-cost';
export * from './may-hand-in';
export * from './next-change';
export * from './piece-facts';
export * from './quiz-try';
export * from './piece-state';
