export const name = '0015-add-kept-files';

// What a teacher put up: pictures and attachments of briefs, worksheets, things on the shelf. file_uses says what shows
// a file, so that whoever may see the one may fetch the other.
export const up = [
  `CREATE TABLE kept_files (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    owner_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    fingerprint CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    name VARCHAR(255) NOT NULL,
    size BIGINT UNSIGNED NOT NULL,
    media_type VARCHAR(100) NOT NULL,
    kept_at DATETIME(3) NOT NULL,
    KEY kept_by (owner_id)
  )`,
  `CREATE TABLE file_uses (
    file_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    holder_kind ENUM('brief','shelfItem') NOT NULL,
    holder_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    PRIMARY KEY (file_id, holder_kind, holder_id),
    KEY uses_of (holder_id)
  )`,
];

export const down = ['DROP TABLE file_uses', 'DROP TABLE kept_files'];
