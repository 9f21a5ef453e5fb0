export const name = '0061-languages';

// The language that a teacher or a student reads in; empty: not chosen yet. Families keep theirs with their settings.
export const up = ['ALTER TABLE users ADD COLUMN IF NOT EXISTS language CHAR(2) NULL'];

export const down = ['ALTER TABLE users DROP COLUMN IF EXISTS language'];
