export const name = '0003-add-assignments';

export const up = [
  `CREATE TABLE assignments (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    class_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    title VARCHAR(200) NOT NULL,
    instructions JSON NOT NULL,
    how ENUM('handIn','inClass') NOT NULL,
    accepts JSON NOT NULL,
    points_milli INT UNSIGNED NULL,
    opens_at DATETIME(3) NULL,
    due_at DATETIME(3) NULL,
    closes_at DATETIME(3) NULL,
    issued_at DATETIME(3) NULL,
    created_by CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    created_at DATETIME(3) NOT NULL,
    version INT UNSIGNED NOT NULL,
    KEY class_due (class_id, due_at),
    CONSTRAINT assignment_class FOREIGN KEY (class_id) REFERENCES classes (id)
  )`,
];

export const down = ['DROP TABLE assignments'];
