/** Longer texts: the editor's JSON document, what may stand in one, its plain words, and the spaces to answer in. */
export * from './answer-spaces';
export * from './link';
export * from './rich-text';
