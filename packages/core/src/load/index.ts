/**
 * Load: how much is due for a student on one local day, over all their classes. What is due comes in by each
 * student's own window; whose pieces they are is nobody's business here, only that they are.
 */
export * from './load';
