/** Where a student stands, always with its reasons (docs/rules.md, 6). */
export * from './bearing';
