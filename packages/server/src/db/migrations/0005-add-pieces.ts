export const name = '0005-add-pieces';

// piece_facts is the truth; summary and the score columns of pieces can be rebuilt from it.
export const up = [
  `CREATE TABLE pieces (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    assignment_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    student_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    summary JSON NOT NULL,
    draft_text JSON NULL,
    draft_saved_at DATETIME(3) NULL,
    draft_version INT UNSIGNED NOT NULL,
    earned_milli INT UNSIGNED NULL,
    remark TEXT NOT NULL,
    scored_at DATETIME(3) NULL,
    scored_by CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    held BOOLEAN NOT NULL,
    returned_milli INT UNSIGNED NULL,
    returned_remark TEXT NOT NULL,
    version INT UNSIGNED NOT NULL,
    UNIQUE KEY one_piece (assignment_id, student_id),
    KEY student_pieces (student_id),
    CONSTRAINT piece_assignment FOREIGN KEY (assignment_id) REFERENCES assignments (id),
    CONSTRAINT piece_student FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
  `CREATE TABLE piece_facts (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    piece_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    seq INT UNSIGNED NOT NULL,
    kind ENUM('opened','saved','handedIn','takenBack','sentBack','scored','returned','read') NOT NULL,
    at DATETIME(3) NOT NULL,
    by_user CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    data JSON NOT NULL,
    UNIQUE KEY one_order (piece_id, seq),
    CONSTRAINT fact_piece FOREIGN KEY (piece_id) REFERENCES pieces (id)
  )`,
  `CREATE TABLE hand_ins (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    piece_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    version_no INT UNSIGNED NOT NULL,
    at DATETIME(3) NOT NULL,
    text JSON NULL,
    words INT UNSIGNED NOT NULL,
    receipt VARCHAR(32) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    UNIQUE KEY one_version (piece_id, version_no),
    CONSTRAINT hand_in_piece FOREIGN KEY (piece_id) REFERENCES pieces (id)
  )`,
];

export const down = ['DROP TABLE hand_ins', 'DROP TABLE piece_facts', 'DROP TABLE pieces'];
