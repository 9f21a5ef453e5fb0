export const name = '0010-add-groups';

// A grouping is what is made in one act: the groups of a lab day, or a single one that is kept.
export const up = [
  `CREATE TABLE groupings (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    class_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    name VARCHAR(80) NOT NULL,
    seed VARCHAR(20) NULL,
    until_day DATE NULL,
    made_at DATETIME(3) NOT NULL,
    version INT UNSIGNED NOT NULL,
    KEY class_groupings (class_id),
    CONSTRAINT grouping_class FOREIGN KEY (class_id) REFERENCES classes (id)
  )`,
  `CREATE TABLE class_groups (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    grouping_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    name VARCHAR(80) NOT NULL,
    position INT UNSIGNED NOT NULL,
    KEY grouping_groups (grouping_id),
    CONSTRAINT group_grouping FOREIGN KEY (grouping_id) REFERENCES groupings (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE group_students (
    group_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    student_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    position INT UNSIGNED NOT NULL,
    PRIMARY KEY (group_id, student_id),
    CONSTRAINT group_student_group FOREIGN KEY (group_id) REFERENCES class_groups (id) ON DELETE CASCADE,
    CONSTRAINT group_student_student FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
];

export const down = ['DROP TABLE group_students', 'DROP TABLE class_groups', 'DROP TABLE groupings'];
