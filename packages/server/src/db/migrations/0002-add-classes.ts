export const name = '0002-add-classes';

export const up = [
  `CREATE TABLE calendars (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    name VARCHAR(120) NOT NULL,
    school_days JSON NOT NULL,
    closures JSON NOT NULL,
    terms JSON NOT NULL
  )`,
  `CREATE TABLE classes (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    calendar_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    name VARCHAR(120) NOT NULL,
    hue TINYINT UNSIGNED NOT NULL,
    zone VARCHAR(64) NOT NULL,
    due_time CHAR(5) NULL,
    grace_minutes INT UNSIGNED NOT NULL,
    late_rule JSON NOT NULL,
    join_code VARCHAR(16) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    created_at DATETIME(3) NOT NULL,
    version INT UNSIGNED NOT NULL,
    UNIQUE KEY join_code_taken (join_code),
    CONSTRAINT class_calendar FOREIGN KEY (calendar_id) REFERENCES calendars (id)
  )`,
  `CREATE TABLE class_teachers (
    class_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    user_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    is_owner BOOLEAN NOT NULL,
    PRIMARY KEY (class_id, user_id),
    KEY teacher_classes (user_id),
    CONSTRAINT teacher_class FOREIGN KEY (class_id) REFERENCES classes (id),
    CONSTRAINT teacher_user FOREIGN KEY (user_id) REFERENCES users (id)
  )`,
  `CREATE TABLE class_students (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    class_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    user_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    joined_on DATE NOT NULL,
    left_on DATE NULL,
    UNIQUE KEY one_membership (class_id, user_id),
    KEY student_classes (user_id),
    CONSTRAINT student_class FOREIGN KEY (class_id) REFERENCES classes (id),
    CONSTRAINT student_user FOREIGN KEY (user_id) REFERENCES users (id)
  )`,
];

export const down = ['DROP TABLE class_students', 'DROP TABLE class_teachers', 'DROP TABLE classes', 'DROP TABLE calendars'];
