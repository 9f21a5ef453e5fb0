export const name = '0012-add-ways-to-sign-in';

// A ticket is what a mailed link carries; only its hash is kept.
export const up = [
  `ALTER TABLE users
    ADD COLUMN email VARCHAR(200) NULL,
    ADD COLUMN school_number VARCHAR(64) NULL,
    ADD COLUMN source_id VARCHAR(64) NULL,
    ADD COLUMN card_hash VARCHAR(255) NULL,
    ADD COLUMN card_made_at DATETIME(3) NULL,
    ADD COLUMN must_change BOOLEAN NOT NULL DEFAULT FALSE,
    ADD COLUMN totp_secret VARCHAR(64) NULL,
    ADD COLUMN totp_step BIGINT UNSIGNED NULL,
    ADD COLUMN is_keeper BOOLEAN NOT NULL DEFAULT FALSE,
    ADD UNIQUE KEY school_number_taken (school_number),
    ADD UNIQUE KEY source_id_taken (source_id),
    ADD KEY user_email (email)`,
  `ALTER TABLE class_students
    ADD COLUMN shown_as VARCHAR(80) NULL,
    ADD COLUMN is_practice BOOLEAN NOT NULL DEFAULT FALSE`,
  `ALTER TABLE sessions ADD COLUMN user_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL, ADD KEY session_user (user_id)`,
  `CREATE TABLE recovery_codes (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    user_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    hash CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    KEY recovery_user (user_id),
    CONSTRAINT recovery_code_user FOREIGN KEY (user_id) REFERENCES users (id)
  )`,
  `CREATE TABLE tickets (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    kind ENUM('student','coTeacher','password') NOT NULL,
    hash CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    email VARCHAR(200) NOT NULL,
    user_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    class_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    made_by CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    made_at DATETIME(3) NOT NULL,
    expires_at DATETIME(3) NOT NULL,
    used_at DATETIME(3) NULL,
    UNIQUE KEY one_ticket (hash),
    KEY class_tickets (class_id),
    CONSTRAINT ticket_user FOREIGN KEY (user_id) REFERENCES users (id),
    CONSTRAINT ticket_class FOREIGN KEY (class_id) REFERENCES classes (id)
  )`,
];

export const down = [
  'DROP TABLE tickets',
  'DROP TABLE recovery_codes',
  'ALTER TABLE sessions DROP KEY session_user, DROP COLUMN user_id',
  'ALTER TABLE class_students DROP COLUMN shown_as, DROP COLUMN is_practice',
  `ALTER TABLE users
    DROP KEY school_number_taken, DROP KEY source_id_taken, DROP KEY user_email,
    DROP COLUMN email, DROP COLUMN school_number, DROP COLUMN source_id, DROP COLUMN card_hash, DROP COLUMN card_made_at,
    DROP COLUMN must_change, DROP COLUMN totp_secret, DROP COLUMN totp_step, DROP COLUMN is_keeper`,
];
