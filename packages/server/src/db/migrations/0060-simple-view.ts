export const name = '0060-simple-view';

// The simple view: for a class, for one student of it, and as somebody chose it themselves. Empty is no choice.
export const up = [
  'ALTER TABLE classes ADD COLUMN IF NOT EXISTS simple_view TINYINT(1) NOT NULL DEFAULT 0',
  'ALTER TABLE class_students ADD COLUMN IF NOT EXISTS simple_view TINYINT(1) NULL',
  'ALTER TABLE users ADD COLUMN IF NOT EXISTS simple_view TINYINT(1) NULL',
];

export const down = [
  'ALTER TABLE users DROP COLUMN IF EXISTS simple_view',
  'ALTER TABLE class_students DROP COLUMN IF EXISTS simple_view',
  'ALTER TABLE classes DROP COLUMN IF EXISTS simple_view',
];
