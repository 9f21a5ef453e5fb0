/** Where a student stands in one class, from their pieces and the class's scheme, and where a class stands. */
export * from './standing';
export * from './trial';
export * from './class';
export * from './view';
