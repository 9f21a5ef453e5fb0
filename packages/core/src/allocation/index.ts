/** Who reviews whose work. */
export * from './allocation';
