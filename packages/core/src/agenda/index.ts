/** What a student should do first: the order of My work. */
export * from './agenda';
