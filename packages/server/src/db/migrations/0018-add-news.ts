export const name = '0018-add-news';

// One sender: whatever a person is told is a row first. once_key keeps it from being told twice. date_changes holds what
// dates were before an act, until those whose own dates it changed have been told.
export const up = [
  `CREATE TABLE news (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    user_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    kind VARCHAR(30) NOT NULL,
    once_key VARCHAR(160) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    assignment_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    class_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    data JSON NOT NULL,
    made_at DATETIME(3) NOT NULL,
    seen_at DATETIME(3) NULL,
    mail_at DATETIME(3) NULL,
    mailed_at DATETIME(3) NULL,
    UNIQUE KEY told_once (user_id, once_key),
    KEY news_of (user_id, made_at),
    KEY news_to_mail (mailed_at, mail_at)
  )`,
  `CREATE TABLE telling_settings (
    user_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    choices JSON NOT NULL,
    quiet_from CHAR(5) NOT NULL,
    quiet_to CHAR(5) NOT NULL
  )`,
  `CREATE TABLE date_changes (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    by_user CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    at DATETIME(3) NOT NULL,
    before_windows JSON NOT NULL
  )`,
];

export const down = ['DROP TABLE date_changes', 'DROP TABLE telling_settings', 'DROP TABLE news'];
