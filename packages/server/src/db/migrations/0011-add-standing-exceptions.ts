export const name = '0011-add-standing-exceptions';

// amount is in days for schoolDays and days, in thousandths of a percent for percent; none moves no date.
export const up = [
  `CREATE TABLE standing_exceptions (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    student_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    kind ENUM('none','schoolDays','days','percent') NOT NULL,
    amount INT UNSIGNED NOT NULL,
    valid_from DATE NULL,
    valid_to DATE NULL,
    reason VARCHAR(500) NOT NULL,
    quiz_time_percent INT UNSIGNED NULL,
    waives_late BOOLEAN NOT NULL,
    given_by CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    given_at DATETIME(3) NOT NULL,
    version INT UNSIGNED NOT NULL,
    KEY standing_of_student (student_id),
    CONSTRAINT standing_student FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
  `CREATE TABLE standing_exception_classes (
    exception_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    class_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    PRIMARY KEY (exception_id, class_id),
    KEY standing_of_class (class_id),
    CONSTRAINT standing_class_exception FOREIGN KEY (exception_id) REFERENCES standing_exceptions (id) ON DELETE CASCADE,
    CONSTRAINT standing_class_class FOREIGN KEY (class_id) REFERENCES classes (id)
  )`,
];

export const down = ['DROP TABLE standing_exception_classes', 'DROP TABLE standing_exceptions'];
