/**
 * Rubrics: criteria, each with levels from least to most, each level with its descriptor and its points or a
 * range of points. A rubric belongs to one assignment; one kept on a shelf is copied from and adapted.
 */
export * from './rubric';
export * from './rubric-table';
export * from './rescore';
