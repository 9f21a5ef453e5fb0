export const name = '0040-lease-and-letters';

// What is done once is done under a lease of its own table; letters know their language and where their reader chooses what comes;
// classes choose what the letter of a return carries, and readers may ask for less.
export const up = [
  "ALTER TABLE mails DROP COLUMN IF EXISTS leased_until, ADD COLUMN IF NOT EXISTS language CHAR(2) CHARACTER SET ascii COLLATE ascii_bin NOT NULL DEFAULT 'en', ADD COLUMN IF NOT EXISTS settings_at VARCHAR(500) NULL",
  'ALTER TABLE report_jobs DROP KEY IF EXISTS jobs_to_do, DROP COLUMN IF EXISTS leased_until, ADD KEY jobs_to_do (state, made_at)',
  "ALTER TABLE classes ADD COLUMN IF NOT EXISTS letter_shows ENUM('nothing','words','score') NOT NULL DEFAULT 'words'",
  "ALTER TABLE telling_settings ADD COLUMN IF NOT EXISTS letter_shows ENUM('nothing','words','score') NOT NULL DEFAULT 'score'",
  "ALTER TABLE family_settings ADD COLUMN IF NOT EXISTS letter_shows ENUM('nothing','words','score') NOT NULL DEFAULT 'score'",
];

export const down = [
  'ALTER TABLE family_settings DROP COLUMN letter_shows',
  'ALTER TABLE telling_settings DROP COLUMN letter_shows',
  'ALTER TABLE classes DROP COLUMN letter_shows',
  'ALTER TABLE report_jobs DROP KEY jobs_to_do, ADD COLUMN leased_until DATETIME(3) NULL, ADD KEY jobs_to_do (state, leased_until)',
  'ALTER TABLE mails DROP COLUMN settings_at, DROP COLUMN language, ADD COLUMN leased_until DATETIME(3) NULL',
];
