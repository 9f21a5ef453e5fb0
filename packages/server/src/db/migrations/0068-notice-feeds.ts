export const name = '0068-notice-feeds';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

// The address under which news readers find a class's notices, where the class wants one.
export const up = [
  `CREATE TABLE IF NOT EXISTS notice_feeds (
    class_id ${ID} NOT NULL PRIMARY KEY,
    secret CHAR(43) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    made_at DATETIME(3) NOT NULL,
    UNIQUE KEY notice_feeds_secret (secret),
    CONSTRAINT notice_feeds_class_fk FOREIGN KEY (class_id) REFERENCES classes (id)
  )`,
];

export const down = ['DROP TABLE IF EXISTS notice_feeds'];
