export const name = '0059-said-answers';

// Answers may be said aloud where the brief allows it. A recording that answers a written part of a work is one of its files, and
// names that part: the text of its own (nothing named), a worksheet or a paper, a place on it.
export const up = [
  'ALTER TABLE briefs ADD COLUMN IF NOT EXISTS voice_answers TINYINT(1) NOT NULL DEFAULT 0',
  'ALTER TABLE piece_files ADD COLUMN IF NOT EXISTS answers JSON NULL',
  'ALTER TABLE uploads ADD COLUMN IF NOT EXISTS answers JSON NULL',
];

export const down = [
  'ALTER TABLE uploads DROP COLUMN IF EXISTS answers',
  'ALTER TABLE piece_files DROP COLUMN IF EXISTS answers',
  'ALTER TABLE briefs DROP COLUMN IF EXISTS voice_answers',
];
