/** Notices: who reads them, when they are there, who may answer, and how they read in each language. */
export * from './notice-in';
export * from './notices';
