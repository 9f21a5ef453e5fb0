/** The portfolio of a student: what a piece in it needs before families see it, and when one looks back on a term. */
export * from './portfolio';
