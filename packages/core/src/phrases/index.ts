/** The phrase stock: sentences of notices that are kept in every language. */
export * from './phrases';
