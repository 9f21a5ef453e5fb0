/** Where a student stands in one class, from their pieces and the class's scheme. */
export * from './standing';
