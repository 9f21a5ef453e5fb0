/**
 * From scores to a total: what a class's scheme is, which pieces count, what a category comes to, and the
 * total with its derivation (docs/rules.md, 5). Everything is exact; a figure is rounded only when shown.
 */
export * from './scheme';
export * from './counted-items';
export * from './category-result';
export * from './total';
export * from './derivation';
