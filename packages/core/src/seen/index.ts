/** What a teacher asks families to have seen, and their ticks. */
export * from './tick';
