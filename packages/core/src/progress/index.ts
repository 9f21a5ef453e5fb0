/** Where a student stands, from the pieces of one class. */
export * from './points-so-far';
