/** The year's shelf of a class: handouts that stay at hand the whole year, in the teacher's order. */
export * from './year-shelf';
