/** The documents of `./jolly compute`: JSON in, the core's answer out, so that others can check the rules. */
export * from './documents';
