export const name = '0028-add-margin-notes';

// Notes pinned to a place in one version of a work, shown to its students once one of them has it back; what
// they and their teachers write below each, and until when each of them has read.
export const up = [
  `CREATE TABLE margin_notes (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    work_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    version_no INT UNSIGNED NOT NULL,
    place JSON NOT NULL,
    text VARCHAR(4000) NOT NULL,
    by_user CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    at DATETIME(3) NOT NULL,
    shown_at DATETIME(3) NULL,
    settled_at DATETIME(3) NULL,
    settled_by CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    version INT UNSIGNED NOT NULL,
    KEY margin_notes_of (work_id),
    CONSTRAINT margin_note_work FOREIGN KEY (work_id) REFERENCES works (id)
  )`,
  `CREATE TABLE note_answers (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    note_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    by_user CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    at DATETIME(3) NOT NULL,
    text VARCHAR(4000) NOT NULL,
    KEY note_answers_of (note_id),
    CONSTRAINT note_answer_note FOREIGN KEY (note_id) REFERENCES margin_notes (id)
  )`,
  `CREATE TABLE note_reads (
    work_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    user_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    read_at DATETIME(3) NOT NULL,
    PRIMARY KEY (work_id, user_id),
    CONSTRAINT note_read_work FOREIGN KEY (work_id) REFERENCES works (id)
  )`,
];

export const down = ['DROP TABLE note_reads', 'DROP TABLE note_answers', 'DROP TABLE margin_notes'];
