/** Papers to write on: what is put on them, how two devices' changes come together, how strokes are thinned and found. */
export * from './objects';
export * from './changes';
export * from './strokes';
export * from './stickers';
