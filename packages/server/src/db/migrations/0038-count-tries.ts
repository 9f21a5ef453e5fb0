export const name = '0038-count-tries';

// How often somebody tried, for limits that hold across servers and restarts. Keys are hashed: what was typed is not kept.
export const up = [
  `CREATE TABLE IF NOT EXISTS tries (
    key_hash CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    n INT UNSIGNED NOT NULL,
    ends_at DATETIME(3) NOT NULL,
    KEY tries_end (ends_at)
  )`,
];

export const down = ['DROP TABLE tries'];
