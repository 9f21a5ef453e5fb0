export const name = '0044-add-quizzes';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const FACTS = "'opened','saved','handedIn','takenBack','sentBack','scored','unscored','rescaled','returned','read'";

// The questions are a document of the brief, as its rubric is. What a student went through is an edition of them, kept as it
// was when the first try of it began. Answers are appended; which of them stand is computed. What was counted as right or left
// out lies beside the key, so that it can be taken back.
export const up = [
  "ALTER TABLE briefs MODIFY COLUMN how ENUM('handIn','quiz','inClass') NOT NULL, ADD COLUMN IF NOT EXISTS quiz_run JSON NULL, ADD COLUMN IF NOT EXISTS questions JSON NULL",
  `ALTER TABLE piece_facts MODIFY COLUMN kind ENUM(${FACTS},'tryBegun') NOT NULL`,
  `CREATE TABLE IF NOT EXISTS quiz_editions (
    id ${ID} NOT NULL PRIMARY KEY,
    brief_id ${ID} NOT NULL,
    fingerprint CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    questions JSON NOT NULL,
    made_at DATETIME(3) NOT NULL,
    UNIQUE KEY one_edition (brief_id, fingerprint),
    CONSTRAINT edition_brief FOREIGN KEY (brief_id) REFERENCES briefs (id)
  )`,
  `CREATE TABLE IF NOT EXISTS quiz_tries (
    id ${ID} NOT NULL PRIMARY KEY,
    assignment_id ${ID} NOT NULL,
    student_id ${ID} NOT NULL,
    number INT UNSIGNED NOT NULL,
    edition_id ${ID} NOT NULL,
    begun_at DATETIME(3) NOT NULL,
    position INT UNSIGNED NOT NULL,
    look_at DATETIME(3) NULL,
    handed_in_at DATETIME(3) NULL,
    counts_until DATETIME(3) NULL,
    by_clock BOOLEAN NOT NULL,
    receipt VARCHAR(32) CHARACTER SET ascii COLLATE ascii_bin NULL,
    late_counts BOOLEAN NOT NULL,
    UNIQUE KEY one_try (assignment_id, student_id, number),
    KEY tries_to_look_at (handed_in_at, look_at),
    CONSTRAINT try_assignment FOREIGN KEY (assignment_id) REFERENCES assignments (id),
    CONSTRAINT try_student FOREIGN KEY (student_id) REFERENCES users (id),
    CONSTRAINT try_edition FOREIGN KEY (edition_id) REFERENCES quiz_editions (id)
  )`,
  `CREATE TABLE IF NOT EXISTS quiz_answers (
    id ${ID} NOT NULL PRIMARY KEY,
    try_id ${ID} NOT NULL,
    question_id VARCHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    answer JSON NOT NULL,
    instead_of ${ID} NULL,
    received_at DATETIME(3) NOT NULL,
    nth INT UNSIGNED NOT NULL,
    KEY answers_of (try_id, nth),
    CONSTRAINT answer_try FOREIGN KEY (try_id) REFERENCES quiz_tries (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS quiz_marks (
    try_id ${ID} NOT NULL,
    question_id VARCHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    points_milli INT UNSIGNED NULL,
    choices JSON NULL,
    remark TEXT NOT NULL,
    by_user ${ID} NOT NULL,
    at DATETIME(3) NOT NULL,
    version INT UNSIGNED NOT NULL,
    PRIMARY KEY (try_id, question_id),
    CONSTRAINT mark_try FOREIGN KEY (try_id) REFERENCES quiz_tries (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS quiz_corrections (
    id ${ID} NOT NULL PRIMARY KEY,
    act_id ${ID} NOT NULL,
    assignment_id ${ID} NOT NULL,
    question_id VARCHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    correction JSON NOT NULL,
    by_user ${ID} NOT NULL,
    at DATETIME(3) NOT NULL,
    undone_at DATETIME(3) NULL,
    KEY corrections_of (assignment_id, at),
    KEY act_of (act_id),
    CONSTRAINT correction_assignment FOREIGN KEY (assignment_id) REFERENCES assignments (id)
  )`,
];

export const down = [
  'DROP TABLE IF EXISTS quiz_corrections',
  'DROP TABLE IF EXISTS quiz_marks',
  'DROP TABLE IF EXISTS quiz_answers',
  'DROP TABLE IF EXISTS quiz_tries',
  'DROP TABLE IF EXISTS quiz_editions',
  "DELETE FROM piece_facts WHERE kind = 'tryBegun'",
  `ALTER TABLE piece_facts MODIFY COLUMN kind ENUM(${FACTS}) NOT NULL`,
  "UPDATE briefs SET how = 'inClass' WHERE how = 'quiz'",
  "ALTER TABLE briefs MODIFY COLUMN how ENUM('handIn','inClass') NOT NULL, DROP COLUMN IF EXISTS quiz_run, DROP COLUMN IF EXISTS questions",
];
