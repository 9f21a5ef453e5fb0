export const name = '0022-share-work';

// What is worked on parts from whose piece it is: the members of a group share one work, each with a piece and a
// score of their own. A work of one student has the id of their piece, so that the way back is plain.
export const up = [
  'ALTER TABLE assignments ADD COLUMN grouping_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL, ADD CONSTRAINT assignment_grouping FOREIGN KEY (grouping_id) REFERENCES groupings (id)',
  `CREATE TABLE works (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    assignment_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    group_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    text JSON NULL,
    saved_at DATETIME(3) NULL,
    saved_by CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    version INT UNSIGNED NOT NULL,
    words INT UNSIGNED NULL,
    UNIQUE KEY one_work_a_group (assignment_id, group_id),
    CONSTRAINT work_assignment FOREIGN KEY (assignment_id) REFERENCES assignments (id),
    CONSTRAINT work_group FOREIGN KEY (group_id) REFERENCES class_groups (id)
  )`,
  `INSERT INTO works (id, assignment_id, group_id, text, saved_at, saved_by, version, words)
    SELECT id, assignment_id, NULL, draft_text, draft_saved_at, student_id, draft_version, NULL FROM pieces`,
  `ALTER TABLE pieces
    ADD COLUMN work_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    ADD COLUMN begun BOOLEAN NOT NULL DEFAULT FALSE,
    ADD COLUMN seen_at DATETIME(3) NULL,
    ADD COLUMN active_at DATETIME(3) NULL`,
  "UPDATE pieces SET work_id = id, active_at = draft_saved_at, begun = JSON_VALUE(summary, '$.begunAt') IS NOT NULL",
  `ALTER TABLE pieces
    MODIFY COLUMN work_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    ADD CONSTRAINT piece_work FOREIGN KEY (work_id) REFERENCES works (id),
    DROP COLUMN draft_text, DROP COLUMN draft_saved_at, DROP COLUMN draft_version`,
  'ALTER TABLE hand_ins DROP FOREIGN KEY hand_in_piece',
  `ALTER TABLE hand_ins
    CHANGE COLUMN piece_id work_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    ADD COLUMN by_user CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    ADD COLUMN text_fingerprint CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NULL,
    ADD COLUMN sheets JSON NULL,
    ADD CONSTRAINT hand_in_work FOREIGN KEY (work_id) REFERENCES works (id)`,
  'ALTER TABLE piece_files DROP FOREIGN KEY file_piece',
  `ALTER TABLE piece_files
    CHANGE COLUMN piece_id work_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    ADD COLUMN added_by CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    ADD COLUMN pixels BIGINT UNSIGNED NULL,
    ADD CONSTRAINT file_work FOREIGN KEY (work_id) REFERENCES works (id)`,
];

// A shared work goes back to the first of its pieces.
const toFirstPiece = (table: string) =>
  `UPDATE ${table} SET work_id = (SELECT MIN(id) FROM pieces WHERE pieces.work_id = ${table}.work_id) WHERE work_id NOT IN (SELECT id FROM pieces)`;
export const down = [
  'ALTER TABLE piece_files DROP FOREIGN KEY file_work',
  toFirstPiece('piece_files'),
  `ALTER TABLE piece_files CHANGE COLUMN work_id piece_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, DROP COLUMN added_by, DROP COLUMN pixels,
    ADD CONSTRAINT file_piece FOREIGN KEY (piece_id) REFERENCES pieces (id)`,
  'ALTER TABLE hand_ins DROP FOREIGN KEY hand_in_work',
  toFirstPiece('hand_ins'),
  `ALTER TABLE hand_ins CHANGE COLUMN work_id piece_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    DROP COLUMN by_user, DROP COLUMN text_fingerprint, DROP COLUMN sheets,
    ADD CONSTRAINT hand_in_piece FOREIGN KEY (piece_id) REFERENCES pieces (id)`,
  'ALTER TABLE pieces ADD COLUMN draft_text JSON NULL, ADD COLUMN draft_saved_at DATETIME(3) NULL, ADD COLUMN draft_version INT UNSIGNED NOT NULL DEFAULT 0',
  'UPDATE pieces JOIN works ON works.id = pieces.work_id SET draft_text = works.text, draft_saved_at = works.saved_at, draft_version = works.version',
  'ALTER TABLE pieces DROP FOREIGN KEY piece_work',
  'ALTER TABLE pieces DROP COLUMN work_id, DROP COLUMN begun, DROP COLUMN seen_at, DROP COLUMN active_at',
  'DROP TABLE works',
  'ALTER TABLE assignments DROP FOREIGN KEY assignment_grouping',
  'ALTER TABLE assignments DROP COLUMN grouping_id',
];
