export const name = '0042-class-changes';

// One row a class, and one an assignment, that each transaction moves on which changes what their pages follow from.
// A class or assignment without a row has not changed yet. The rows name their class without a foreign key: it would have
// the first change of a class wait for whoever holds the class, who waits for this row.
export const up = [
  `CREATE TABLE IF NOT EXISTS class_changes (
    class_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    version BIGINT UNSIGNED NOT NULL,
    shape BIGINT UNSIGNED NOT NULL
  ) ENGINE=InnoDB`,
  `CREATE TABLE IF NOT EXISTS assignment_changes (
    assignment_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    version BIGINT UNSIGNED NOT NULL
  ) ENGINE=InnoDB`,
];

export const down = ['DROP TABLE assignment_changes', 'DROP TABLE class_changes'];
