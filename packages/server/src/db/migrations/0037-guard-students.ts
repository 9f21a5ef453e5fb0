export const name = '0037-guard-students';

const id = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

// Who first brought a student in, whom a student lets help with the sign-in, the name on a card apart from the name one
// signs in with, and people who wait to be let into a class.
export const up = [
  `ALTER TABLE users ADD COLUMN IF NOT EXISTS brought_by ${id} NULL, ADD COLUMN IF NOT EXISTS card_name VARCHAR(64) NULL, ADD KEY IF NOT EXISTS user_card (card_name)`,
  'UPDATE users SET card_name = user_name WHERE card_hash IS NOT NULL AND card_name IS NULL',
  // Until now nobody noted it: the owner of the class a student was in first.
  `UPDATE users u SET u.brought_by = (
    SELECT t.user_id FROM class_students m JOIN class_teachers t ON t.class_id = m.class_id AND t.is_owner
    WHERE m.user_id = u.id AND NOT m.is_practice ORDER BY m.joined_on, m.id LIMIT 1)
    WHERE u.role = 'student' AND u.brought_by IS NULL`,
  'ALTER TABLE classes ADD COLUMN IF NOT EXISTS join_asks_number BOOLEAN NOT NULL DEFAULT FALSE',
  `CREATE TABLE IF NOT EXISTS student_helpers (
    student_id ${id} NOT NULL,
    teacher_id ${id} NOT NULL,
    since DATETIME(3) NOT NULL,
    PRIMARY KEY (student_id, teacher_id),
    CONSTRAINT helper_student FOREIGN KEY (student_id) REFERENCES users (id),
    CONSTRAINT helper_teacher FOREIGN KEY (teacher_id) REFERENCES users (id)
  )`,
  `CREATE TABLE IF NOT EXISTS joinings (
    id ${id} NOT NULL PRIMARY KEY,
    class_id ${id} NOT NULL,
    student_id ${id} NOT NULL,
    kind ENUM('asked','waits') NOT NULL,
    is_new BOOLEAN NOT NULL,
    made_by ${id} NULL,
    shown_as VARCHAR(80) NULL,
    made_at DATETIME(3) NOT NULL,
    settled_at DATETIME(3) NULL,
    outcome VARCHAR(10) CHARACTER SET ascii COLLATE ascii_bin NULL,
    KEY joinings_of_class (class_id, settled_at),
    KEY joinings_of_student (student_id, settled_at),
    CONSTRAINT joining_class FOREIGN KEY (class_id) REFERENCES classes (id),
    CONSTRAINT joining_student FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
];

export const down = [
  'DROP TABLE joinings',
  'DROP TABLE student_helpers',
  'ALTER TABLE classes DROP COLUMN join_asks_number',
  'ALTER TABLE users DROP KEY user_card, DROP COLUMN card_name, DROP COLUMN brought_by',
];
