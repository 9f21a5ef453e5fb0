export const name = '0016-add-group-dates-and-requests';

// A group that is dissolved keeps its row and its members: dates that were given to it still hold for them.
export const up = [
  'ALTER TABLE groupings ADD COLUMN dissolved_at DATETIME(3) NULL',
  'ALTER TABLE class_groups ADD COLUMN dissolved_at DATETIME(3) NULL',
  `CREATE TABLE group_dates (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    assignment_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    group_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    sets_opens BOOLEAN NOT NULL,
    sets_due BOOLEAN NOT NULL,
    sets_closes BOOLEAN NOT NULL,
    opens_at DATETIME(3) NULL,
    due_at DATETIME(3) NULL,
    closes_at DATETIME(3) NULL,
    reason VARCHAR(500) NOT NULL,
    given_by CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    given_at DATETIME(3) NOT NULL,
    UNIQUE KEY one_date_per_group (assignment_id, group_id),
    CONSTRAINT group_date_assignment FOREIGN KEY (assignment_id) REFERENCES assignments (id) ON DELETE CASCADE,
    CONSTRAINT group_date_group FOREIGN KEY (group_id) REFERENCES class_groups (id)
  )`,
  'ALTER TABLE one_off_exceptions ADD COLUMN waives_late BOOLEAN NOT NULL DEFAULT FALSE',
  `CREATE TABLE extension_requests (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    assignment_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    student_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    reason VARCHAR(500) NOT NULL,
    wanted_due DATETIME(3) NULL,
    asked_at DATETIME(3) NOT NULL,
    state ENUM('waiting','granted','declined','withdrawn') NOT NULL,
    word VARCHAR(500) NOT NULL,
    answered_by CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    answered_at DATETIME(3) NULL,
    KEY requests_on (assignment_id, state),
    KEY requests_of (student_id),
    CONSTRAINT request_assignment FOREIGN KEY (assignment_id) REFERENCES assignments (id) ON DELETE CASCADE,
    CONSTRAINT request_student FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
];

export const down = [
  'DROP TABLE extension_requests',
  'ALTER TABLE one_off_exceptions DROP COLUMN waives_late',
  'DROP TABLE group_dates',
  'DELETE FROM class_groups WHERE dissolved_at IS NOT NULL',
  'DELETE FROM groupings WHERE dissolved_at IS NOT NULL',
  'ALTER TABLE class_groups DROP COLUMN dissolved_at',
  'ALTER TABLE groupings DROP COLUMN dissolved_at',
];
