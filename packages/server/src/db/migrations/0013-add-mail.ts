export const name = '0013-add-mail';

// mails is the queue and the record of what was sent to whom; caught_mails is what the stand-in server took in.
export const up = [
  `CREATE TABLE mails (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    to_address VARCHAR(200) NOT NULL,
    to_name VARCHAR(200) NOT NULL,
    subject VARCHAR(300) NOT NULL,
    body TEXT NOT NULL,
    by_user CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    to_user CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    made_at DATETIME(3) NOT NULL,
    state ENUM('waiting','sent','failed') NOT NULL,
    tries INT UNSIGNED NOT NULL,
    next_try_at DATETIME(3) NOT NULL,
    leased_until DATETIME(3) NULL,
    sent_at DATETIME(3) NULL,
    problem VARCHAR(500) NULL,
    KEY mails_to_send (state, next_try_at),
    KEY mails_by (by_user, made_at)
  )`,
  `CREATE TABLE caught_mails (
    mail_id VARCHAR(120) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    sender VARCHAR(200) NOT NULL,
    recipients VARCHAR(1000) NOT NULL,
    subject VARCHAR(300) NOT NULL,
    body MEDIUMTEXT NOT NULL,
    caught_at DATETIME(3) NOT NULL
  )`,
];

export const down = ['DROP TABLE caught_mails', 'DROP TABLE mails'];
