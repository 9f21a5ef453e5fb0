/** Orders that look like chance and follow from a seed, so that they can be had again. */
export * from './chance';
