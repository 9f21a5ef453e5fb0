export const name = '0039-agree-on-calendars';

const id = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

// Changes of a calendar with what it was before, so that each can be undone; and those that teachers of other classes are asked about.
export const up = [
  `CREATE TABLE IF NOT EXISTS calendar_changes (
    id ${id} NOT NULL PRIMARY KEY,
    calendar_id ${id} NOT NULL,
    by_user ${id} NOT NULL,
    at DATETIME(3) NOT NULL,
    before_it JSON NOT NULL,
    after_it JSON NOT NULL,
    word VARCHAR(500) NOT NULL,
    state ENUM('proposed','made','undone','declined','withdrawn') NOT NULL,
    seen_version INT UNSIGNED NOT NULL,
    made_version INT UNSIGNED NULL,
    KEY changes_of (calendar_id, at),
    CONSTRAINT change_of_calendar FOREIGN KEY (calendar_id) REFERENCES calendars (id)
  )`,
  `CREATE TABLE IF NOT EXISTS calendar_consents (
    change_id ${id} NOT NULL,
    teacher_id ${id} NOT NULL,
    at DATETIME(3) NOT NULL,
    PRIMARY KEY (change_id, teacher_id),
    CONSTRAINT consent_to_change FOREIGN KEY (change_id) REFERENCES calendar_changes (id)
  )`,
];

export const down = ['DROP TABLE calendar_consents', 'DROP TABLE calendar_changes'];
