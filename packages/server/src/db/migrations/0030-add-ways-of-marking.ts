export const name = '0030-add-ways-of-marking';

// Returns that wait for their time, what students ask about a score, and scores by a second marker.
export const up = [
  'ALTER TABLE piece_facts ADD KEY facts_by (by_user, at)',
  `CREATE TABLE timed_returns (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    assignment_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    student_ids JSON NOT NULL,
    at DATETIME(3) NOT NULL,
    by_user CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    KEY timed_returns_due (at),
    CONSTRAINT timed_return_assignment FOREIGN KEY (assignment_id) REFERENCES assignments (id)
  )`,
  `CREATE TABLE score_questions (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    piece_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    by_user CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    at DATETIME(3) NOT NULL,
    text VARCHAR(2000) NOT NULL,
    answer VARCHAR(2000) NULL,
    answered_at DATETIME(3) NULL,
    answered_by CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    KEY score_questions_of (piece_id),
    CONSTRAINT score_question_piece FOREIGN KEY (piece_id) REFERENCES pieces (id)
  )`,
  `CREATE TABLE second_scores (
    assignment_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    student_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    by_user CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    at DATETIME(3) NOT NULL,
    earned_milli INT NULL,
    chosen JSON NULL,
    remark VARCHAR(4000) NOT NULL,
    agreed_at DATETIME(3) NULL,
    PRIMARY KEY (assignment_id, student_id),
    CONSTRAINT second_score_assignment FOREIGN KEY (assignment_id) REFERENCES assignments (id),
    CONSTRAINT second_score_student FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
];

export const down = [
  'DROP TABLE second_scores',
  'DROP TABLE score_questions',
  'DROP TABLE timed_returns',
  'ALTER TABLE piece_facts DROP KEY facts_by',
];
