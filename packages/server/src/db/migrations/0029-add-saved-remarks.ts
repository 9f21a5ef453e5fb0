export const name = '0029-add-saved-remarks';

// Remarks kept for use again, and on which pieces each was used: once a piece.
export const up = [
  `CREATE TABLE saved_remarks (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    owner_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    text VARCHAR(4000) NOT NULL,
    folder VARCHAR(80) NOT NULL,
    aim VARCHAR(120) NOT NULL,
    criterion VARCHAR(200) NOT NULL,
    shared BOOLEAN NOT NULL,
    kept_at DATETIME(3) NOT NULL,
    version INT UNSIGNED NOT NULL,
    KEY saved_remarks_of (owner_id),
    CONSTRAINT saved_remark_owner FOREIGN KEY (owner_id) REFERENCES users (id)
  )`,
  `CREATE TABLE remark_uses (
    remark_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    piece_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    at DATETIME(3) NOT NULL,
    by_user CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    PRIMARY KEY (remark_id, piece_id),
    KEY remark_uses_on (piece_id),
    CONSTRAINT remark_use_remark FOREIGN KEY (remark_id) REFERENCES saved_remarks (id) ON DELETE CASCADE,
    CONSTRAINT remark_use_piece FOREIGN KEY (piece_id) REFERENCES pieces (id)
  )`,
];

export const down = ['DROP TABLE remark_uses', 'DROP TABLE saved_remarks'];
