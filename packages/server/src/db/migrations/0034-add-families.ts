export const name = '0034-add-families';

const id = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

// Families: who they are, the codes that invite them, whose children they see, how they want to be told, and what
// they and teachers write to each other. What a class shows them is the class's own choice.
export const up = [
  "ALTER TABLE users MODIFY COLUMN role ENUM('teacher','student','family') NOT NULL",
  'ALTER TABLE classes ADD COLUMN family_totals BOOLEAN NOT NULL DEFAULT TRUE, ADD COLUMN family_feedback BOOLEAN NOT NULL DEFAULT FALSE',
  `CREATE TABLE family_codes (
    id ${id} NOT NULL PRIMARY KEY,
    student_id ${id} NOT NULL,
    class_id ${id} NOT NULL,
    hash CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    email VARCHAR(200) NULL,
    made_by ${id} NOT NULL,
    made_at DATETIME(3) NOT NULL,
    expires_at DATETIME(3) NOT NULL,
    used_at DATETIME(3) NULL,
    revoked_at DATETIME(3) NULL,
    UNIQUE KEY one_code (hash),
    KEY codes_of (student_id, made_at),
    CONSTRAINT family_code_student FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
  `CREATE TABLE family_links (
    family_id ${id} NOT NULL,
    student_id ${id} NOT NULL,
    since DATETIME(3) NOT NULL,
    PRIMARY KEY (family_id, student_id),
    KEY links_of (student_id),
    CONSTRAINT family_link_family FOREIGN KEY (family_id) REFERENCES users (id),
    CONSTRAINT family_link_student FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
  `CREATE TABLE family_settings (
    family_id ${id} NOT NULL PRIMARY KEY,
    language CHAR(2) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    telling VARCHAR(8) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    weekly_for DATE NULL,
    looked_at DATETIME(3) NOT NULL,
    KEY families_weekly (telling, weekly_for),
    KEY families_looked (telling, looked_at),
    CONSTRAINT family_setting_family FOREIGN KEY (family_id) REFERENCES users (id)
  )`,
  `CREATE TABLE family_messages (
    id ${id} NOT NULL PRIMARY KEY,
    class_id ${id} NOT NULL,
    student_id ${id} NOT NULL,
    family_id ${id} NOT NULL,
    by_user ${id} NOT NULL,
    body VARCHAR(4000) NOT NULL,
    at DATETIME(3) NOT NULL,
    read_at DATETIME(3) NULL,
    KEY messages_of (family_id, student_id, class_id, at),
    KEY messages_to_class (class_id, student_id, at),
    CONSTRAINT family_message_class FOREIGN KEY (class_id) REFERENCES classes (id),
    CONSTRAINT family_message_family FOREIGN KEY (family_id) REFERENCES users (id)
  )`,
];

export const down = [
  'DROP TABLE family_messages',
  'DROP TABLE family_settings',
  'DROP TABLE family_links',
  'DROP TABLE family_codes',
  'ALTER TABLE classes DROP COLUMN family_totals, DROP COLUMN family_feedback',
  "DELETE FROM users WHERE role = 'family'",
  "ALTER TABLE users MODIFY COLUMN role ENUM('teacher','student') NOT NULL",
];
