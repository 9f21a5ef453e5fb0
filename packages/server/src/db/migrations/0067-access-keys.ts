export const name = '0067-access-keys';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

// Keys by which a program of somebody's reads or writes in their name. Of a key only its hash is kept.
export const up = [
  `CREATE TABLE IF NOT EXISTS access_keys (
    id ${ID} NOT NULL PRIMARY KEY,
    user_id ${ID} NOT NULL,
    name VARCHAR(80) NOT NULL,
    hash CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    scope VARCHAR(5) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    made_at DATETIME(3) NOT NULL,
    ends_at DATETIME(3) NULL,
    used_at DATETIME(3) NULL,
    UNIQUE KEY access_keys_hash (hash),
    KEY access_keys_user (user_id, made_at),
    CONSTRAINT access_keys_user_fk FOREIGN KEY (user_id) REFERENCES users (id)
  )`,
];

export const down = ['DROP TABLE IF EXISTS access_keys'];
