export const name = '0057-add-papers';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

// Copies of papers (a PDF or a picture) that students write on, and what stands on them. An object that is changed or taken away
// keeps its row, with the version of the paper in which it ended, so that what a version or a hand-in holds is one number.
// student_id is empty for a copy that a group shares; file_id is the blank paper as it was when it was first written on.
export const up = [
  `CREATE TABLE IF NOT EXISTS work_papers (
    work_id ${ID} NOT NULL,
    attachment_id ${ID} NOT NULL,
    student_id ${ID} NOT NULL DEFAULT '',
    kept_file_id ${ID} NOT NULL,
    file_id ${ID} NOT NULL,
    version INT UNSIGNED NOT NULL,
    frozen INT UNSIGNED NOT NULL,
    objects INT UNSIGNED NOT NULL,
    words INT UNSIGNED NOT NULL,
    changed_at DATETIME(3) NOT NULL,
    changed_by ${ID} NOT NULL,
    PRIMARY KEY (work_id, attachment_id, student_id),
    CONSTRAINT paper_work FOREIGN KEY (work_id) REFERENCES works (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS paper_objects (
    work_id ${ID} NOT NULL,
    attachment_id ${ID} NOT NULL,
    student_id ${ID} NOT NULL DEFAULT '',
    object_id VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
    born INT UNSIGNED NOT NULL,
    gone INT UNSIGNED NULL,
    place BIGINT UNSIGNED NOT NULL,
    writer ${ID} NOT NULL,
    object JSON NOT NULL,
    PRIMARY KEY (work_id, attachment_id, student_id, object_id, born),
    CONSTRAINT object_paper FOREIGN KEY (work_id, attachment_id, student_id)
      REFERENCES work_papers (work_id, attachment_id, student_id) ON DELETE CASCADE
  )`,
  "ALTER TABLE work_versions ADD COLUMN IF NOT EXISTS papers JSON NOT NULL DEFAULT '[]'",
  "ALTER TABLE hand_ins ADD COLUMN IF NOT EXISTS papers JSON NOT NULL DEFAULT '[]'",
  `ALTER TABLE piece_files ADD COLUMN IF NOT EXISTS attachment_id ${ID} NULL`,
];

export const down = [
  'ALTER TABLE piece_files DROP COLUMN IF EXISTS attachment_id',
  'ALTER TABLE hand_ins DROP COLUMN IF EXISTS papers',
  'ALTER TABLE work_versions DROP COLUMN IF EXISTS papers',
  'DROP TABLE IF EXISTS paper_objects',
  'DROP TABLE IF EXISTS work_papers',
];
