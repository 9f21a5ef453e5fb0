/** Named subsets of a class: made by hand, or dealt out at random from a seed that can be said again. */
export * from './random-groups';
export * from './read-groups';
