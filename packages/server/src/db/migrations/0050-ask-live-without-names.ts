export const name = '0050-ask-live-without-names';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

// A question in the lesson may be asked without names: then live_marks says who has answered, and live_answers what was answered,
// under ids by chance and without a time, so that neither leads to the other. What was asked may count in the mark book, once.
export const up = [
  'ALTER TABLE live_questions ADD COLUMN IF NOT EXISTS names TINYINT(1) NOT NULL DEFAULT 1',
  'ALTER TABLE live_questions ADD COLUMN IF NOT EXISTS may_change TINYINT(1) NOT NULL DEFAULT 1',
  'ALTER TABLE live_questions ADD COLUMN IF NOT EXISTS counted_at DATETIME(3) NULL',
  `ALTER TABLE live_questions ADD COLUMN IF NOT EXISTS assignment_id ${ID} NULL`,
  `CREATE TABLE IF NOT EXISTS live_marks (
    live_question_id ${ID} NOT NULL,
    student_id ${ID} NOT NULL,
    PRIMARY KEY (live_question_id, student_id),
    CONSTRAINT mark_of_live FOREIGN KEY (live_question_id) REFERENCES live_questions (id) ON DELETE CASCADE,
    CONSTRAINT live_mark_student FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
];

export const down = [
  'DROP TABLE IF EXISTS live_marks',
  'DELETE FROM live_answers WHERE student_id IS NULL',
  'ALTER TABLE live_questions DROP COLUMN IF EXISTS assignment_id',
  'ALTER TABLE live_questions DROP COLUMN IF EXISTS counted_at',
  'ALTER TABLE live_questions DROP COLUMN IF EXISTS may_change',
  'ALTER TABLE live_questions DROP COLUMN IF EXISTS names',
];
