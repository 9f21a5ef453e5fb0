export const name = '0055-portfolio-yes';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

// A portfolio also holds pieces of a student's own and what they say looking back on a term, with files of their own; and what
// each piece waits for. What a teacher chose has their yes. What students chose before there was a yes waits for one: nobody had
// told them that families would see it.
export const up = [
  `ALTER TABLE portfolio_pieces MODIFY COLUMN assignment_id ${ID} NULL`,
  `ALTER TABLE portfolio_pieces ADD COLUMN IF NOT EXISTS class_id ${ID} NULL`,
  'ALTER TABLE portfolio_pieces ADD COLUMN IF NOT EXISTS term_from CHAR(10) CHARACTER SET ascii NULL',
  "ALTER TABLE portfolio_pieces ADD COLUMN IF NOT EXISTS title VARCHAR(200) NOT NULL DEFAULT ''",
  "ALTER TABLE portfolio_pieces ADD COLUMN IF NOT EXISTS text TEXT NOT NULL DEFAULT ''",
  "ALTER TABLE portfolio_pieces ADD COLUMN IF NOT EXISTS stand ENUM('draft','waits','yes','back') NOT NULL DEFAULT 'waits'",
  "ALTER TABLE portfolio_pieces ADD COLUMN IF NOT EXISTS word VARCHAR(500) NOT NULL DEFAULT ''",
  `ALTER TABLE portfolio_pieces ADD COLUMN IF NOT EXISTS said_by ${ID} NULL`,
  'ALTER TABLE portfolio_pieces ADD COLUMN IF NOT EXISTS said_at DATETIME(3) NULL',
  'ALTER TABLE portfolio_pieces ADD COLUMN IF NOT EXISTS version INT UNSIGNED NOT NULL DEFAULT 1',
  "UPDATE portfolio_pieces SET stand = 'yes', said_by = by_user, said_at = at WHERE by_user <> student_id AND said_by IS NULL",
  'UPDATE portfolio_pieces p JOIN assignments a ON a.id = p.assignment_id SET p.class_id = a.class_id WHERE p.class_id IS NULL',
  'ALTER TABLE portfolio_pieces ADD UNIQUE KEY IF NOT EXISTS looked_back_once (student_id, class_id, term_from)',
  'ALTER TABLE portfolio_pieces ADD KEY IF NOT EXISTS waiting_in (class_id, stand, at)',
  `CREATE TABLE IF NOT EXISTS portfolio_files (
    id ${ID} NOT NULL PRIMARY KEY,
    portfolio_piece_id ${ID} NOT NULL,
    fingerprint CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    name VARCHAR(255) NOT NULL,
    size BIGINT UNSIGNED NOT NULL,
    media_type VARCHAR(120) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    pixels BIGINT UNSIGNED NULL,
    added_at DATETIME(3) NOT NULL,
    KEY files_of_portfolio (portfolio_piece_id, added_at),
    CONSTRAINT file_of_portfolio FOREIGN KEY (portfolio_piece_id) REFERENCES portfolio_pieces (id) ON DELETE CASCADE
  )`,
];

export const down = [
  'DROP TABLE IF EXISTS portfolio_files',
  'DELETE FROM portfolio_pieces WHERE assignment_id IS NULL',
  'ALTER TABLE portfolio_pieces DROP KEY IF EXISTS looked_back_once',
  'ALTER TABLE portfolio_pieces DROP KEY IF EXISTS waiting_in',
  ...['version', 'said_at', 'said_by', 'word', 'stand', 'text', 'title', 'term_from', 'class_id'].map(
    (column) => `ALTER TABLE portfolio_pieces DROP COLUMN IF EXISTS ${column}`,
  ),
  `ALTER TABLE portfolio_pieces MODIFY COLUMN assignment_id ${ID} NOT NULL`,
];
