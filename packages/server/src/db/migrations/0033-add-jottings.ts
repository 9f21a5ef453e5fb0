export const name = '0033-add-jottings';

// A teacher's private notes about students, each teacher's own.
export const up = [
  `CREATE TABLE jottings (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    class_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    student_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    by_user CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    kind VARCHAR(10) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    text VARCHAR(2000) NOT NULL,
    at DATETIME(3) NOT NULL,
    done_at DATETIME(3) NULL,
    KEY jottings_of (class_id, by_user, student_id, at),
    CONSTRAINT jotting_class FOREIGN KEY (class_id) REFERENCES classes (id),
    CONSTRAINT jotting_student FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
];

export const down = ['DROP TABLE jottings'];
