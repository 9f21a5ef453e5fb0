/** Classes one teaches. */
export { useClasses } from './classes.store';
