export const name = '0004-add-one-off-exceptions';

// A date that is not set here differs from one set to "no limit", so each has a column that says which.
export const up = [
  `CREATE TABLE one_off_exceptions (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    assignment_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    student_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    sets_opens BOOLEAN NOT NULL,
    sets_due BOOLEAN NOT NULL,
    sets_closes BOOLEAN NOT NULL,
    opens_at DATETIME(3) NULL,
    due_at DATETIME(3) NULL,
    closes_at DATETIME(3) NULL,
    excused BOOLEAN NOT NULL,
    reason VARCHAR(500) NOT NULL,
    given_by CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    given_at DATETIME(3) NOT NULL,
    UNIQUE KEY one_exception (assignment_id, student_id),
    CONSTRAINT exception_assignment FOREIGN KEY (assignment_id) REFERENCES assignments (id) ON DELETE CASCADE,
    CONSTRAINT exception_student FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
];

export const down = ['DROP TABLE one_off_exceptions'];
