/**
 * Lateness is the time between due and hand-in, and what it costs is the class's late rule. Nothing about
 * lateness is stored: change a date and everybody's lateness has changed.
 */
export * from './late-by';
export * from './late-rule';
