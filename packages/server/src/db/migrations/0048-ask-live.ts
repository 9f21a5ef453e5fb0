export const name = '0048-ask-live';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

// A question asked in the lesson, and the answer of each student that stands. The student of an answer may be null: a show of
// hands without names will hold its answers in the same table.
export const up = [
  "ALTER TABLE file_uses MODIFY COLUMN holder_kind ENUM('brief','shelfItem','liveQuestion') NOT NULL",
  `CREATE TABLE IF NOT EXISTS live_questions (
    id ${ID} NOT NULL PRIMARY KEY,
    class_id ${ID} NOT NULL,
    question JSON NOT NULL,
    by_user ${ID} NOT NULL,
    asked_at DATETIME(3) NOT NULL,
    ended_at DATETIME(3) NULL,
    spread_at DATETIME(3) NULL,
    key_at DATETIME(3) NULL,
    version INT UNSIGNED NOT NULL,
    KEY asked_in (class_id, asked_at),
    CONSTRAINT live_question_class FOREIGN KEY (class_id) REFERENCES classes (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS live_answers (
    id ${ID} NOT NULL PRIMARY KEY,
    live_question_id ${ID} NOT NULL,
    student_id ${ID} NULL,
    answer JSON NOT NULL,
    at DATETIME(3) NOT NULL,
    version INT UNSIGNED NOT NULL,
    UNIQUE KEY one_answer (live_question_id, student_id),
    CONSTRAINT answer_to_live FOREIGN KEY (live_question_id) REFERENCES live_questions (id) ON DELETE CASCADE,
    CONSTRAINT live_answer_student FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
];

export const down = [
  'DROP TABLE IF EXISTS live_answers',
  'DROP TABLE IF EXISTS live_questions',
  "DELETE FROM file_uses WHERE holder_kind = 'liveQuestion'",
  "ALTER TABLE file_uses MODIFY COLUMN holder_kind ENUM('brief','shelfItem') NOT NULL",
];
