/** Who is in a class: reading names from lines, comparing them, and the code that lets a student join. */
export * from './join-code';
export * from './roster-lines';
