/** Events of a class or a school: once or repeated, whole days or timed. */
export * from './events';
