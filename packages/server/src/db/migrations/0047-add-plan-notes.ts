export const name = '0047-add-plan-notes';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

// What a class's teachers note in its plan, for a day or for sometime; not kept to one teacher, as jottings are.
export const up = [
  `CREATE TABLE IF NOT EXISTS plan_notes (
    id ${ID} NOT NULL PRIMARY KEY,
    class_id ${ID} NOT NULL,
    day CHAR(10) CHARACTER SET ascii NULL,
    text VARCHAR(1000) NOT NULL,
    assignment_id ${ID} NULL,
    question_id VARCHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    by_user ${ID} NOT NULL,
    made_at DATETIME(3) NOT NULL,
    done_at DATETIME(3) NULL,
    version INT UNSIGNED NOT NULL,
    KEY notes_of_class (class_id, done_at, day),
    CONSTRAINT plan_note_class FOREIGN KEY (class_id) REFERENCES classes (id) ON DELETE CASCADE,
    CONSTRAINT plan_note_assignment FOREIGN KEY (assignment_id) REFERENCES assignments (id) ON DELETE SET NULL
  )`,
];

export const down = ['DROP TABLE IF EXISTS plan_notes'];
