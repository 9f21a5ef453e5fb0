/** The rules of Jolly Compass: pure and exact. Server and page call these; neither has a rule of its own. */
export * from './access';
export * from './agenda';
export * from './bearing';
export * from './calendar';
export * from './groups';
export * from './lateness';
export * from './progress';
export * from './quantities';
export * from './richtext';
export * from './roster';
export * from './score';
export * from './shift';
export * from './state';
export * from './totals';
export * from './window';
export * from './compute';
