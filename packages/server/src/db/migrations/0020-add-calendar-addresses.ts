export const name = '0020-add-calendar-addresses';

// served_entries remembers what an address has given out, so that a change counts up and what is gone is called off.
export const up = [
  `CREATE TABLE calendar_addresses (
    user_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    secret CHAR(43) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    made_at DATETIME(3) NOT NULL,
    UNIQUE KEY calendar_secret (secret)
  )`,
  `CREATE TABLE served_entries (
    user_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    uid VARCHAR(120) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    sequence INT UNSIGNED NOT NULL,
    digest CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    entry JSON NOT NULL,
    changed_at DATETIME(3) NOT NULL,
    cancelled_at DATETIME(3) NULL,
    PRIMARY KEY (user_id, uid)
  )`,
];

export const down = ['DROP TABLE served_entries', 'DROP TABLE calendar_addresses'];
