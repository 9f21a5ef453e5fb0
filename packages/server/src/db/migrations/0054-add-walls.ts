export const name = '0054-add-walls';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

// Display walls: which pieces hang on which, who of those who made them shows them (a row each, gone once taken back), and the
// remarks of classmates. The work itself stays where it is.
export const up = [
  "ALTER TABLE classes ADD COLUMN IF NOT EXISTS wall_remarks ENUM('never','asked','atOnce') NOT NULL DEFAULT 'asked'",
  'ALTER TABLE classes ADD COLUMN IF NOT EXISTS walls_for_families TINYINT(1) NOT NULL DEFAULT 0',
  `CREATE TABLE IF NOT EXISTS walls (
    id ${ID} NOT NULL PRIMARY KEY,
    class_id ${ID} NOT NULL,
    assignment_id ${ID} NULL,
    title VARCHAR(200) NOT NULL,
    prompt VARCHAR(1000) NOT NULL,
    names ENUM('full','given','none') NOT NULL,
    stand ENUM('open','closed','down') NOT NULL,
    by_user ${ID} NOT NULL,
    made_at DATETIME(3) NOT NULL,
    version INT UNSIGNED NOT NULL,
    KEY walls_of_class (class_id, made_at),
    CONSTRAINT wall_in_class FOREIGN KEY (class_id) REFERENCES classes (id) ON DELETE CASCADE,
    CONSTRAINT wall_of_assignment FOREIGN KEY (assignment_id) REFERENCES assignments (id) ON DELETE CASCADE,
    CONSTRAINT wall_by FOREIGN KEY (by_user) REFERENCES users (id)
  )`,
  `CREATE TABLE IF NOT EXISTS wall_pieces (
    id ${ID} NOT NULL PRIMARY KEY,
    wall_id ${ID} NOT NULL,
    assignment_id ${ID} NOT NULL,
    work_id ${ID} NOT NULL,
    hidden_at DATETIME(3) NULL,
    hidden_word VARCHAR(500) NOT NULL DEFAULT '',
    UNIQUE KEY hangs_once (wall_id, work_id),
    KEY walls_with (work_id),
    CONSTRAINT hangs_on FOREIGN KEY (wall_id) REFERENCES walls (id) ON DELETE CASCADE,
    CONSTRAINT hung_assignment FOREIGN KEY (assignment_id) REFERENCES assignments (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS wall_shows (
    wall_piece_id ${ID} NOT NULL,
    student_id ${ID} NOT NULL,
    at DATETIME(3) NOT NULL,
    PRIMARY KEY (wall_piece_id, student_id),
    CONSTRAINT shown_piece FOREIGN KEY (wall_piece_id) REFERENCES wall_pieces (id) ON DELETE CASCADE,
    CONSTRAINT shown_by FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
  `CREATE TABLE IF NOT EXISTS wall_remarks (
    id ${ID} NOT NULL PRIMARY KEY,
    wall_piece_id ${ID} NOT NULL,
    author_id ${ID} NOT NULL,
    kind ENUM('liked','question','idea') NOT NULL,
    text VARCHAR(500) NOT NULL,
    at DATETIME(3) NOT NULL,
    waits TINYINT(1) NOT NULL,
    hidden_at DATETIME(3) NULL,
    hidden_word VARCHAR(500) NOT NULL DEFAULT '',
    KEY remarks_on (wall_piece_id, at),
    CONSTRAINT remark_on_piece FOREIGN KEY (wall_piece_id) REFERENCES wall_pieces (id) ON DELETE CASCADE,
    CONSTRAINT wall_remark_author FOREIGN KEY (author_id) REFERENCES users (id)
  )`,
];

export const down = [
  ...['wall_remarks', 'wall_shows', 'wall_pieces', 'walls'].map((table) => `DROP TABLE IF EXISTS ${table}`),
  'ALTER TABLE classes DROP COLUMN IF EXISTS walls_for_families',
  'ALTER TABLE classes DROP COLUMN IF EXISTS wall_remarks',
];
