export const name = '0023-keep-versions';

// Saves that are kept (hand-ins are versions too, and have a table of their own), and the copies of worksheets that
// students write on. student_id is empty for a copy that a group shares.
export const up = [
  `CREATE TABLE work_versions (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    work_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    kind ENUM('saved','kept','restored') NOT NULL,
    at DATETIME(3) NOT NULL,
    by_user CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    text JSON NULL,
    sheets JSON NOT NULL,
    file_ids JSON NOT NULL,
    words INT UNSIGNED NOT NULL,
    KEY versions_of (work_id, at),
    CONSTRAINT version_work FOREIGN KEY (work_id) REFERENCES works (id)
  )`,
  `CREATE TABLE work_sheets (
    work_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    attachment_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    student_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL DEFAULT '',
    source JSON NOT NULL,
    text JSON NOT NULL,
    begun BOOLEAN NOT NULL,
    version INT UNSIGNED NOT NULL,
    PRIMARY KEY (work_id, attachment_id, student_id),
    CONSTRAINT sheet_work FOREIGN KEY (work_id) REFERENCES works (id)
  )`,
];

export const down = ['DROP TABLE work_sheets', 'DROP TABLE work_versions'];
