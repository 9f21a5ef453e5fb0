export const name = '0053-add-year-shelf';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

// Handouts that stay at hand the whole year, in the teacher's order; and when a student first opened a handout, on it or not.
export const up = [
  `CREATE TABLE IF NOT EXISTS year_shelves (
    class_id ${ID} NOT NULL PRIMARY KEY,
    version INT NOT NULL,
    CONSTRAINT year_shelf_of_class FOREIGN KEY (class_id) REFERENCES classes (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS shelved_handouts (
    assignment_id ${ID} NOT NULL PRIMARY KEY,
    class_id ${ID} NOT NULL,
    folder VARCHAR(60) NOT NULL,
    position SMALLINT UNSIGNED NOT NULL,
    pinned_at DATETIME(3) NOT NULL,
    KEY shelved_in_class (class_id, position),
    CONSTRAINT shelved_handout FOREIGN KEY (assignment_id) REFERENCES assignments (id) ON DELETE CASCADE,
    CONSTRAINT shelved_in_class FOREIGN KEY (class_id) REFERENCES classes (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS handout_opens (
    assignment_id ${ID} NOT NULL,
    student_id ${ID} NOT NULL,
    at DATETIME(3) NOT NULL,
    PRIMARY KEY (assignment_id, student_id),
    CONSTRAINT opened_handout FOREIGN KEY (assignment_id) REFERENCES assignments (id) ON DELETE CASCADE,
    CONSTRAINT opened_by FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
];

export const down = ['handout_opens', 'shelved_handouts', 'year_shelves'].map((table) => `DROP TABLE IF EXISTS ${table}`);
