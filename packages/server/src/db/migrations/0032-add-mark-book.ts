export const name = '0032-add-mark-book';

// What was done in a mark book, act by act, so that it can be undone and done again and told cell by cell; of what
// is done in class that nothing came of it; and the stamp by which a book is known to be unchanged.
export const up = [
  "ALTER TABLE piece_facts MODIFY COLUMN kind ENUM('opened','saved','handedIn','takenBack','sentBack','scored','unscored','rescaled','returned','read') NOT NULL",
  'ALTER TABLE pieces ADD COLUMN said_missing BOOLEAN NOT NULL DEFAULT FALSE, ADD KEY piece_versions (assignment_id, version)',
  `CREATE TABLE book_acts (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    class_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    by_user CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    place INT UNSIGNED NOT NULL,
    at DATETIME(3) NOT NULL,
    kind VARCHAR(16) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    cells INT UNSIGNED NOT NULL,
    undone BOOLEAN NOT NULL,
    gone BOOLEAN NOT NULL,
    UNIQUE KEY one_place (class_id, by_user, place),
    CONSTRAINT book_act_class FOREIGN KEY (class_id) REFERENCES classes (id)
  )`,
  `CREATE TABLE book_changes (
    act_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    assignment_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    student_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    before_it JSON NOT NULL,
    after_it JSON NOT NULL,
    PRIMARY KEY (act_id, assignment_id, student_id),
    KEY book_changes_of (assignment_id, student_id),
    CONSTRAINT book_change_act FOREIGN KEY (act_id) REFERENCES book_acts (id) ON DELETE CASCADE,
    CONSTRAINT book_change_assignment FOREIGN KEY (assignment_id) REFERENCES assignments (id)
  )`,
];

export const down = [
  'DROP TABLE book_changes',
  'DROP TABLE book_acts',
  'ALTER TABLE pieces ADD KEY piece_of_assignment (assignment_id)',
  'ALTER TABLE pieces DROP KEY piece_versions, DROP KEY piece_of_assignment, DROP COLUMN said_missing',
  "DELETE FROM piece_facts WHERE kind IN ('unscored', 'rescaled')",
  "ALTER TABLE piece_facts MODIFY COLUMN kind ENUM('opened','saved','handedIn','takenBack','sentBack','scored','returned','read') NOT NULL",
];
