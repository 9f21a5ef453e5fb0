/** Standing exceptions in words. */
export * from './standing-words';
