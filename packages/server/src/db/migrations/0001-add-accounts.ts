export const name = '0001-add-accounts';

export const up = [
  `CREATE TABLE users (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    role ENUM('teacher','student') NOT NULL,
    user_name VARCHAR(64) NULL,
    given_name VARCHAR(80) NOT NULL,
    family_name VARCHAR(80) NOT NULL,
    name_key VARCHAR(200) NOT NULL,
    password_hash VARCHAR(255) NULL,
    created_at DATETIME(3) NOT NULL,
    UNIQUE KEY user_name_taken (user_name)
  )`,
  `CREATE TABLE sessions (
    sid VARCHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    expires DATETIME(3) NULL,
    data MEDIUMTEXT NULL,
    created_at DATETIME(3) NOT NULL,
    updated_at DATETIME(3) NOT NULL,
    KEY session_expires (expires)
  )`,
];

export const down = ['DROP TABLE sessions', 'DROP TABLE users'];
