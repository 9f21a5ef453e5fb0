export const name = '0058-spoken-notes';

// A margin note can be said aloud: its recording is a file that the teacher put up, shown by the note.
export const up = [
  'ALTER TABLE margin_notes ADD COLUMN IF NOT EXISTS spoken JSON NULL',
  "ALTER TABLE file_uses MODIFY COLUMN holder_kind ENUM('brief','shelfItem','liveQuestion','notice','event','marginNote') NOT NULL",
];

export const down = [
  "DELETE FROM file_uses WHERE holder_kind = 'marginNote'",
  "ALTER TABLE file_uses MODIFY COLUMN holder_kind ENUM('brief','shelfItem','liveQuestion','notice','event') NOT NULL",
  'ALTER TABLE margin_notes DROP COLUMN IF EXISTS spoken',
];
