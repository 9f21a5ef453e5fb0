export const name = '0021-add-shelf';

export const up = [
  `CREATE TABLE shelf_items (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    owner_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    kind ENUM('assignment','handout','rubric','worksheet','file') NOT NULL,
    title VARCHAR(200) NOT NULL,
    folder VARCHAR(200) NOT NULL,
    tags JSON NOT NULL,
    body JSON NOT NULL,
    kept_at DATETIME(3) NOT NULL,
    changed_at DATETIME(3) NOT NULL,
    version INT UNSIGNED NOT NULL,
    KEY shelf_of (owner_id, folder)
  )`,
  `CREATE TABLE shelf_shares (
    item_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    teacher_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    PRIMARY KEY (item_id, teacher_id),
    KEY shared_with (teacher_id),
    CONSTRAINT share_item FOREIGN KEY (item_id) REFERENCES shelf_items (id) ON DELETE CASCADE
  )`,
];

export const down = ['DROP TABLE shelf_shares', 'DROP TABLE shelf_items'];
