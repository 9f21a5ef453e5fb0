/** Saved remarks: what stands for the student in them, and finding one by typing. */
export * from './remarks';
