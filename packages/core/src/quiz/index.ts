/**
 * Quizzes (docs/rules.md, 10 to 13). A quiz is made of questions, some of them in sets of which some are drawn; a question
 * has a key, what counts as right. A student goes through it in a try, with a draw and an order of their own that follow
 * from a seed. An answer earns a share of its question's points, exactly; what only a teacher can score waits. What was
 * counted as right or left out afterwards lies beside the key and can be taken back. Nothing here knows a clock.
 */
export * from './question';
export * from './read-number';
export * from './gap-text';
export * from './region';
export * from './answer-share';
export * from './answer-problem';
export * from './quiz-score';
export * from './draw';
export * from './asked';
export * from './try-time';
export * from './standing-answers';
export * from './item-figures';
export * from './doubts';
export * from './run';
export * from './said-answer';
export * from './blank';
export * from './question-table';
export * from './answer-spread';
export * from './kept-question';
export * from './question-aims';
export * from './answer-mark';
export * from './live-question';
