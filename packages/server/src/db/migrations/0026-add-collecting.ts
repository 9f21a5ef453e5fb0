export const name = '0026-add-collecting';

// Nudges that were sent (one a piece and day unless confirmed), what was noted in class, and the annotated files
// that a teacher brought back: unreturned ones are not for the student yet.
export const up = [
  `CREATE TABLE nudges (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    assignment_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    student_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    day DATE NOT NULL,
    at DATETIME(3) NOT NULL,
    by_user CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    text VARCHAR(1000) NOT NULL,
    KEY nudges_on (assignment_id, day),
    CONSTRAINT nudge_assignment FOREIGN KEY (assignment_id) REFERENCES assignments (id),
    CONSTRAINT nudge_student FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
  `CREATE TABLE class_marks (
    assignment_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    student_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    mark ENUM('did','absent') NOT NULL,
    by_user CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    at DATETIME(3) NOT NULL,
    PRIMARY KEY (assignment_id, student_id),
    CONSTRAINT mark_assignment FOREIGN KEY (assignment_id) REFERENCES assignments (id),
    CONSTRAINT mark_student FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
  `CREATE TABLE feedback_files (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    piece_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    fingerprint CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    name VARCHAR(255) NOT NULL,
    size BIGINT UNSIGNED NOT NULL,
    media_type VARCHAR(120) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    by_user CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    added_at DATETIME(3) NOT NULL,
    returned_at DATETIME(3) NULL,
    KEY feedback_files_of (piece_id),
    CONSTRAINT feedback_file_piece FOREIGN KEY (piece_id) REFERENCES pieces (id)
  )`,
];

export const down = ['DROP TABLE feedback_files', 'DROP TABLE class_marks', 'DROP TABLE nudges'];
