export const name = '0045-add-question-store';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

// Kept questions lie on the shelf, with its sharing and its files; what they are looked for by stands in columns of its own.
export const up = [
  `ALTER TABLE shelf_items
    MODIFY COLUMN kind ENUM('assignment','handout','rubric','worksheet','file','question') NOT NULL,
    ADD COLUMN IF NOT EXISTS question_kind VARCHAR(16) CHARACTER SET ascii NULL,
    ADD COLUMN IF NOT EXISTS aims JSON NULL,
    ADD COLUMN IF NOT EXISTS words TEXT NULL,
    ADD COLUMN IF NOT EXISTS content_hash CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NULL,
    ADD KEY IF NOT EXISTS kept_content (owner_id, content_hash)`,
  `CREATE TABLE IF NOT EXISTS kept_question_uses (
    item_id ${ID} NOT NULL,
    brief_id ${ID} NOT NULL,
    question_id VARCHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    PRIMARY KEY (item_id, brief_id, question_id),
    KEY uses_of_brief (brief_id),
    CONSTRAINT use_of_question FOREIGN KEY (item_id) REFERENCES shelf_items (id) ON DELETE CASCADE,
    CONSTRAINT use_in_brief FOREIGN KEY (brief_id) REFERENCES briefs (id) ON DELETE CASCADE
  )`,
];

export const down = [
  'DROP TABLE IF EXISTS kept_question_uses',
  "DELETE FROM shelf_items WHERE kind = 'question'",
  `ALTER TABLE shelf_items
    MODIFY COLUMN kind ENUM('assignment','handout','rubric','worksheet','file') NOT NULL,
    DROP KEY IF EXISTS kept_content,
    DROP COLUMN IF EXISTS question_kind,
    DROP COLUMN IF EXISTS aims,
    DROP COLUMN IF EXISTS words,
    DROP COLUMN IF EXISTS content_hash`,
];
