export const name = '0051-add-dates';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const DAY = 'CHAR(10) CHARACTER SET ascii';
const TIME = 'CHAR(5) CHARACTER SET ascii';

// Timetables of classes, events of classes or of the whole school (no class), reminders that are one person's alone. A mail of a
// reminder is private: whoever looks after the mailroom does not see it either.
export const up = [
  `CREATE TABLE IF NOT EXISTS timetables (
    class_id ${ID} NOT NULL PRIMARY KEY,
    rules JSON NOT NULL,
    week_a ${DAY} NULL,
    counts_closed_weeks TINYINT(1) NOT NULL,
    room_open_until DATETIME(3) NULL,
    version INT UNSIGNED NOT NULL,
    CONSTRAINT timetable_class FOREIGN KEY (class_id) REFERENCES classes (id) ON DELETE CASCADE
  )`,
  "ALTER TABLE file_uses MODIFY COLUMN holder_kind ENUM('brief','shelfItem','liveQuestion','notice','event') NOT NULL",
  `CREATE TABLE IF NOT EXISTS events (
    id ${ID} NOT NULL PRIMARY KEY,
    author_id ${ID} NOT NULL,
    whole_school TINYINT(1) NOT NULL,
    title VARCHAR(200) NOT NULL,
    text VARCHAR(4000) NOT NULL,
    place VARCHAR(200) NOT NULL,
    zone VARCHAR(64) NOT NULL,
    from_day ${DAY} NOT NULL,
    to_day ${DAY} NOT NULL,
    begins ${TIME} NULL,
    ends ${TIME} NULL,
    \`repeat\` JSON NULL,
    families TINYINT(1) NOT NULL,
    attachments JSON NOT NULL,
    version INT UNSIGNED NOT NULL,
    KEY events_by_day (from_day),
    CONSTRAINT event_author FOREIGN KEY (author_id) REFERENCES users (id)
  )`,
  `CREATE TABLE IF NOT EXISTS event_classes (
    event_id ${ID} NOT NULL,
    class_id ${ID} NOT NULL,
    PRIMARY KEY (event_id, class_id),
    KEY events_of_class (class_id),
    CONSTRAINT classes_of_event FOREIGN KEY (event_id) REFERENCES events (id) ON DELETE CASCADE,
    CONSTRAINT event_in_class FOREIGN KEY (class_id) REFERENCES classes (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS reminders (
    id ${ID} NOT NULL PRIMARY KEY,
    owner_id ${ID} NOT NULL,
    text VARCHAR(500) NOT NULL,
    at DATETIME(3) NOT NULL,
    zone VARCHAR(64) NOT NULL,
    by_mail TINYINT(1) NOT NULL,
    mailed_at DATETIME(3) NULL,
    done_at DATETIME(3) NULL,
    version INT UNSIGNED NOT NULL,
    KEY reminders_of (owner_id, done_at, at),
    KEY to_be_mailed (by_mail, mailed_at, at),
    CONSTRAINT reminder_owner FOREIGN KEY (owner_id) REFERENCES users (id) ON DELETE CASCADE
  )`,
  'ALTER TABLE mails ADD COLUMN IF NOT EXISTS is_private TINYINT(1) NOT NULL DEFAULT 0',
];

export const down = [
  'ALTER TABLE mails DROP COLUMN IF EXISTS is_private',
  'DROP TABLE IF EXISTS reminders',
  'DROP TABLE IF EXISTS event_classes',
  'DROP TABLE IF EXISTS events',
  "DELETE FROM file_uses WHERE holder_kind = 'event'",
  "ALTER TABLE file_uses MODIFY COLUMN holder_kind ENUM('brief','shelfItem','liveQuestion','notice') NOT NULL",
  'DROP TABLE IF EXISTS timetables',
];
