export const name = '0066-file-names';

// How files that a teacher takes out are called: what the class is called in them (empty: as it is called), and which name comes first.
export const up = [
  "ALTER TABLE classes ADD COLUMN IF NOT EXISTS file_class VARCHAR(40) NOT NULL DEFAULT ''",
  "ALTER TABLE classes ADD COLUMN IF NOT EXISTS file_students VARCHAR(11) CHARACTER SET ascii COLLATE ascii_bin NOT NULL DEFAULT 'familyFirst'",
];

export const down = ['ALTER TABLE classes DROP COLUMN IF EXISTS file_students', 'ALTER TABLE classes DROP COLUMN IF EXISTS file_class'];
