export const name = '0070-course-packages';

const CODE = 'CHARACTER SET ascii COLLATE ascii_bin';

// A file that is made or brought in holds a class, or a course: what is prepared, from a class or from a folder of the shelf.
export const up = [
  `ALTER TABLE archive_jobs ADD COLUMN IF NOT EXISTS holds VARCHAR(6) ${CODE} NOT NULL DEFAULT 'class' AFTER kind`,
  'ALTER TABLE archive_jobs ADD COLUMN IF NOT EXISTS folder VARCHAR(200) NULL AFTER class_id',
  `ALTER TABLE archive_jobs MODIFY brought_as VARCHAR(6) ${CODE} NULL`,
];

export const down = [
  "DELETE FROM archive_jobs WHERE holds <> 'class'",
  `ALTER TABLE archive_jobs MODIFY brought_as VARCHAR(4) ${CODE} NULL`,
  'ALTER TABLE archive_jobs DROP COLUMN IF EXISTS folder',
  'ALTER TABLE archive_jobs DROP COLUMN IF EXISTS holds',
];
