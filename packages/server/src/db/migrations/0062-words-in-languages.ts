export const name = '0062-words-in-languages';

// What a teacher wrote in several languages: which came first, and the others beside it; and the language in which a student
// of a class is given it, where the teachers chose one. Empty is no choice, and nothing in another language.
export const up = [
  "ALTER TABLE briefs ADD COLUMN IF NOT EXISTS language CHAR(2) NOT NULL DEFAULT 'en'",
  'ALTER TABLE briefs ADD COLUMN IF NOT EXISTS other_words JSON NULL',
  'ALTER TABLE class_students ADD COLUMN IF NOT EXISTS words_language CHAR(2) NULL',
];

export const down = [
  'ALTER TABLE class_students DROP COLUMN IF EXISTS words_language',
  'ALTER TABLE briefs DROP COLUMN IF EXISTS other_words',
  'ALTER TABLE briefs DROP COLUMN IF EXISTS language',
];
