export const name = '0041-round-times';

// More time by a percentage can come to round times on school days. Dates of classes that exist stay as they are.
export const up = ['ALTER TABLE classes ADD COLUMN IF NOT EXISTS round_times BOOLEAN NOT NULL DEFAULT FALSE'];

export const down = ['ALTER TABLE classes DROP COLUMN round_times'];
