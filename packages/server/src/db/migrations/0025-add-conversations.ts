export const name = '0025-add-conversations';

// What a student says about a piece: how it went, how they see it by the rubric, and what they and their teachers
// write to each other. Members of a group each have a conversation of their own.
export const up = [
  `ALTER TABLE pieces
    ADD COLUMN went ENUM('flowed','hardGoing','stuck') NULL,
    ADD COLUMN went_line VARCHAR(500) NOT NULL DEFAULT '',
    ADD COLUMN self_check JSON NULL`,
  `CREATE TABLE piece_messages (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    assignment_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    student_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    by_user CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    at DATETIME(3) NOT NULL,
    text TEXT NOT NULL,
    KEY messages_of (assignment_id, student_id, at),
    KEY messages_student (student_id, at),
    CONSTRAINT message_assignment FOREIGN KEY (assignment_id) REFERENCES assignments (id),
    CONSTRAINT message_student FOREIGN KEY (student_id) REFERENCES users (id),
    CONSTRAINT message_by FOREIGN KEY (by_user) REFERENCES users (id)
  )`,
  `CREATE TABLE message_files (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    assignment_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    student_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    by_user CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    message_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    fingerprint CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    name VARCHAR(255) NOT NULL,
    size BIGINT UNSIGNED NOT NULL,
    media_type VARCHAR(120) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    added_at DATETIME(3) NOT NULL,
    KEY message_files_of (message_id),
    CONSTRAINT message_file_message FOREIGN KEY (message_id) REFERENCES piece_messages (id)
  )`,
  `CREATE TABLE message_reads (
    assignment_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    student_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    user_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    read_at DATETIME(3) NOT NULL,
    PRIMARY KEY (assignment_id, student_id, user_id)
  )`,
];

export const down = [
  'DROP TABLE message_reads',
  'DROP TABLE message_files',
  'DROP TABLE piece_messages',
  'ALTER TABLE pieces DROP COLUMN went, DROP COLUMN went_line, DROP COLUMN self_check',
];
