/** Where students stand, in words that other pages use too. */
export * from './use-bearing-words';
export { useBearingWords } from './use-bearing-words';
