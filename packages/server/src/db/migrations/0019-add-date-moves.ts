export const name = '0019-add-date-moves';

// A move of many dates is one act: what each was and became, so that it can be undone as one.
export const up = [
  `CREATE TABLE date_moves (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    by_user CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    at DATETIME(3) NOT NULL,
    told BOOLEAN NOT NULL,
    changes JSON NOT NULL,
    undone_at DATETIME(3) NULL,
    KEY moves_by (by_user, at)
  )`,
];

export const down = ['DROP TABLE date_moves'];
