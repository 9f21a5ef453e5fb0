export const name = '0063-families-see-work';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

// Whether a class shows families the work itself, and lets them ask for more time; what a teacher asks families to tick as seen,
// and their ticks; by which family more time was asked for; reports that a teacher gave a family, as they were then.
export const up = [
  'ALTER TABLE classes ADD COLUMN IF NOT EXISTS family_work TINYINT(1) NOT NULL DEFAULT 0',
  'ALTER TABLE classes ADD COLUMN IF NOT EXISTS family_asks TINYINT(1) NOT NULL DEFAULT 0',
  'ALTER TABLE briefs ADD COLUMN IF NOT EXISTS family_tick TINYINT(1) NOT NULL DEFAULT 0',
  'ALTER TABLE notices ADD COLUMN IF NOT EXISTS family_tick TINYINT(1) NOT NULL DEFAULT 0',
  `CREATE TABLE IF NOT EXISTS family_ticks (
    family_id ${ID} NOT NULL,
    student_id ${ID} NOT NULL,
    subject_id ${ID} NOT NULL,
    at DATETIME(3) NOT NULL,
    PRIMARY KEY (subject_id, student_id, family_id),
    KEY family_ticks_family (family_id),
    CONSTRAINT family_ticks_family_fk FOREIGN KEY (family_id) REFERENCES users (id),
    CONSTRAINT family_ticks_student_fk FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
  `ALTER TABLE extension_requests ADD COLUMN IF NOT EXISTS asked_by ${ID} NULL`,
  `CREATE TABLE IF NOT EXISTS family_reports (
    id ${ID} NOT NULL PRIMARY KEY,
    family_id ${ID} NOT NULL,
    student_id ${ID} NOT NULL,
    title VARCHAR(200) NOT NULL,
    class_name VARCHAR(400) NOT NULL,
    document JSON NOT NULL,
    given_by ${ID} NOT NULL,
    given_at DATETIME(3) NOT NULL,
    KEY family_reports_family (family_id, student_id, given_at),
    CONSTRAINT family_reports_family_fk FOREIGN KEY (family_id) REFERENCES users (id),
    CONSTRAINT family_reports_student_fk FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
];

export const down = [
  'DROP TABLE IF EXISTS family_reports',
  'ALTER TABLE extension_requests DROP COLUMN IF EXISTS asked_by',
  'DROP TABLE IF EXISTS family_ticks',
  'ALTER TABLE notices DROP COLUMN IF EXISTS family_tick',
  'ALTER TABLE briefs DROP COLUMN IF EXISTS family_tick',
  'ALTER TABLE classes DROP COLUMN IF EXISTS family_asks',
  'ALTER TABLE classes DROP COLUMN IF EXISTS family_work',
];
