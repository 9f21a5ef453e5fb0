/** Where students stand, in words that other pages use too. */
export { useProgressWords } from './use-progress-words';
