/** Longer texts: the editor's JSON document, what may stand in one, and its plain words. */
export * from './rich-text';
