/** The display wall of a class: whose piece is seen there, under what name, and which remarks on it are read. */
export * from './wall';
