export const name = '0007-add-kept-replies';

// The reply to a write that a client may repeat, so that the repeat gets the same reply.
export const up = [
  `CREATE TABLE kept_replies (
    user_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    idempotency_key VARCHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    about VARCHAR(160) NOT NULL,
    reply JSON NOT NULL,
    at DATETIME(3) NOT NULL,
    PRIMARY KEY (user_id, idempotency_key)
  )`,
];

export const down = ['DROP TABLE kept_replies'];
