/** Telling people: when a mail about something may go out to somebody who has chosen how they want to be told. */
export * from './mail-at';
