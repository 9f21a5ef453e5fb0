export const name = '0006-add-files';

// A row for every name under which somebody attached some bytes; the bytes themselves lie on disk under
// their fingerprint, once. hand_in_files freezes which of them went in.
export const up = [
  `CREATE TABLE piece_files (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    piece_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    fingerprint CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    name VARCHAR(255) NOT NULL,
    size BIGINT UNSIGNED NOT NULL,
    media_type VARCHAR(120) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    added_at DATETIME(3) NOT NULL,
    in_draft BOOLEAN NOT NULL,
    KEY piece_files_of (piece_id),
    CONSTRAINT file_piece FOREIGN KEY (piece_id) REFERENCES pieces (id)
  )`,
  `CREATE TABLE hand_in_files (
    hand_in_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    file_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    position INT UNSIGNED NOT NULL,
    PRIMARY KEY (hand_in_id, file_id),
    CONSTRAINT hand_in_file_hand_in FOREIGN KEY (hand_in_id) REFERENCES hand_ins (id),
    CONSTRAINT hand_in_file_file FOREIGN KEY (file_id) REFERENCES piece_files (id)
  )`,
];

export const down = ['DROP TABLE hand_in_files', 'DROP TABLE piece_files'];
