/** What a piece of work got, before lateness: points, a rubric result, a word, or done / not done. */
export * from './score';
