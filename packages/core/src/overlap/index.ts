/**
 * Where two texts share more words than chance would have it. Each text is read as a row of words; every
 * stretch of five is hashed, and of every four neighbouring hashes the least is kept (winnowing), so that any
 * shared stretch of eight words is found for sure. What stands in the task or the worksheet does not count.
 * The result says where to look, not what it means.
 */
export * from './overlap';
