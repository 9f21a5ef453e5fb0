/** Where in a piece of work a margin note is pinned, and where the same words stand in a later version. */
export * from './places';
