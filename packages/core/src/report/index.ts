/**
 * What a report holds: its settings, which pieces it lists and in what order, and what is filled into its notes. A
 * progress report and a missing-work letter are the same thing with other filters. How it looks is the server's.
 */
export * from './settings';
export * from './choose';
export * from './placeholders';
