export const name = '0049-add-notices';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

// Notices to classes, who has read which wording, what was answered. A show of hands hangs on a notice. Where names are not
// recorded, hand_marks says only that somebody has chosen and hand_counts only how often: neither has a row, a time or an order
// by which the two could be put together again.
export const up = [
  "ALTER TABLE classes ADD COLUMN IF NOT EXISTS notice_answers ENUM('nobody','teacher','class') NOT NULL DEFAULT 'nobody'",
  "ALTER TABLE classes ADD COLUMN IF NOT EXISTS student_notices ENUM('never','asked','atOnce') NOT NULL DEFAULT 'never'",
  "ALTER TABLE file_uses MODIFY COLUMN holder_kind ENUM('brief','shelfItem','liveQuestion','notice') NOT NULL",
  `CREATE TABLE IF NOT EXISTS notices (
    id ${ID} NOT NULL PRIMARY KEY,
    author_id ${ID} NOT NULL,
    by_student TINYINT(1) NOT NULL,
    readers ENUM('teachers','students','families') NOT NULL,
    answers ENUM('nobody','teacher','class') NOT NULL,
    language CHAR(2) CHARACTER SET ascii NOT NULL,
    words JSON NOT NULL,
    phrases JSON NOT NULL,
    attachments JSON NOT NULL,
    spoken JSON NULL,
    brief_id ${ID} NULL,
    show_at DATETIME(3) NULL,
    until_day CHAR(10) CHARACTER SET ascii NULL,
    pinned TINYINT(1) NOT NULL,
    closed_at DATETIME(3) NULL,
    waits TINYINT(1) NOT NULL,
    hidden_at DATETIME(3) NULL,
    hidden_word VARCHAR(500) NOT NULL DEFAULT '',
    wording INT UNSIGNED NOT NULL,
    tell_wording INT UNSIGNED NOT NULL,
    told_wording INT UNSIGNED NOT NULL,
    made_at DATETIME(3) NOT NULL,
    version INT UNSIGNED NOT NULL,
    KEY to_be_told (told_wording, show_at),
    CONSTRAINT notice_author FOREIGN KEY (author_id) REFERENCES users (id)
  )`,
  `CREATE TABLE IF NOT EXISTS notice_classes (
    notice_id ${ID} NOT NULL,
    class_id ${ID} NOT NULL,
    audience JSON NOT NULL,
    PRIMARY KEY (notice_id, class_id),
    KEY notices_of_class (class_id),
    CONSTRAINT classes_of_notice FOREIGN KEY (notice_id) REFERENCES notices (id) ON DELETE CASCADE,
    CONSTRAINT notice_in_class FOREIGN KEY (class_id) REFERENCES classes (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS notice_reads (
    notice_id ${ID} NOT NULL,
    reader_id ${ID} NOT NULL,
    wording INT UNSIGNED NOT NULL,
    read_at DATETIME(3) NOT NULL,
    PRIMARY KEY (notice_id, reader_id),
    KEY read_by (reader_id),
    CONSTRAINT read_notice FOREIGN KEY (notice_id) REFERENCES notices (id) ON DELETE CASCADE,
    CONSTRAINT notice_reader FOREIGN KEY (reader_id) REFERENCES users (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS notice_answers (
    id ${ID} NOT NULL PRIMARY KEY,
    notice_id ${ID} NOT NULL,
    class_id ${ID} NOT NULL,
    author_id ${ID} NOT NULL,
    student_id ${ID} NULL,
    below ${ID} NULL,
    for_class TINYINT(1) NOT NULL,
    text VARCHAR(2000) NOT NULL,
    at DATETIME(3) NOT NULL,
    hidden_at DATETIME(3) NULL,
    hidden_word VARCHAR(500) NOT NULL DEFAULT '',
    KEY answers_of (notice_id, class_id, at),
    CONSTRAINT answered_notice FOREIGN KEY (notice_id) REFERENCES notices (id) ON DELETE CASCADE,
    CONSTRAINT below_answer FOREIGN KEY (below) REFERENCES notice_answers (id) ON DELETE CASCADE,
    CONSTRAINT answer_author FOREIGN KEY (author_id) REFERENCES users (id),
    CONSTRAINT answer_thread FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
  `CREATE TABLE IF NOT EXISTS notice_pauses (
    class_id ${ID} NOT NULL,
    student_id ${ID} NOT NULL,
    until_day CHAR(10) CHARACTER SET ascii NOT NULL,
    word VARCHAR(500) NOT NULL,
    PRIMARY KEY (class_id, student_id),
    CONSTRAINT pause_in_class FOREIGN KEY (class_id) REFERENCES classes (id) ON DELETE CASCADE,
    CONSTRAINT paused_student FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
  `CREATE TABLE IF NOT EXISTS hands (
    notice_id ${ID} NOT NULL PRIMARY KEY,
    choices JSON NOT NULL,
    several TINYINT(1) NOT NULL,
    names TINYINT(1) NOT NULL,
    count_shown ENUM('atOnce','chosen','ended','never') NOT NULL,
    ends_at DATETIME(3) NULL,
    may_change TINYINT(1) NOT NULL,
    picture JSON NULL,
    ended_at DATETIME(3) NULL,
    version INT UNSIGNED NOT NULL,
    CONSTRAINT hands_of_notice FOREIGN KEY (notice_id) REFERENCES notices (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS hand_votes (
    notice_id ${ID} NOT NULL,
    student_id ${ID} NOT NULL,
    chosen JSON NOT NULL,
    at DATETIME(3) NOT NULL,
    version INT UNSIGNED NOT NULL,
    PRIMARY KEY (notice_id, student_id),
    CONSTRAINT vote_of_hands FOREIGN KEY (notice_id) REFERENCES hands (notice_id) ON DELETE CASCADE,
    CONSTRAINT vote_of_student FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
  `CREATE TABLE IF NOT EXISTS hand_marks (
    notice_id ${ID} NOT NULL,
    student_id ${ID} NOT NULL,
    PRIMARY KEY (notice_id, student_id),
    CONSTRAINT mark_of_hands FOREIGN KEY (notice_id) REFERENCES hands (notice_id) ON DELETE CASCADE,
    CONSTRAINT mark_of_student FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
  `CREATE TABLE IF NOT EXISTS hand_counts (
    notice_id ${ID} NOT NULL,
    choice_id VARCHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    n INT UNSIGNED NOT NULL,
    PRIMARY KEY (notice_id, choice_id),
    CONSTRAINT count_of_hands FOREIGN KEY (notice_id) REFERENCES hands (notice_id) ON DELETE CASCADE
  )`,
];

export const down = [
  ...[
    'hand_counts',
    'hand_marks',
    'hand_votes',
    'hands',
    'notice_pauses',
    'notice_answers',
    'notice_reads',
    'notice_classes',
    'notices',
  ].map((table) => `DROP TABLE IF EXISTS ${table}`),
  "DELETE FROM file_uses WHERE holder_kind = 'notice'",
  "ALTER TABLE file_uses MODIFY COLUMN holder_kind ENUM('brief','shelfItem','liveQuestion') NOT NULL",
  'ALTER TABLE classes DROP COLUMN IF EXISTS student_notices',
  'ALTER TABLE classes DROP COLUMN IF EXISTS notice_answers',
];
