/** Who is in a class: reading rosters, comparing people, planning what an import does, and join codes. */
export * from './join-code';
export * from './roster-lines';
export * from './roster-table';
export * from './plan-roster';
export * from './user-name';
