export const name = '0064-calendar-wishes';

// How somebody's calendar program is given what is due: as a moment or as a task, and how long before it tells them.
export const up = [
  "ALTER TABLE calendar_addresses ADD COLUMN IF NOT EXISTS due_as VARCHAR(6) CHARACTER SET ascii COLLATE ascii_bin NOT NULL DEFAULT 'moment'",
  'ALTER TABLE calendar_addresses ADD COLUMN IF NOT EXISTS alarm_minutes SMALLINT UNSIGNED NULL',
];

export const down = [
  'ALTER TABLE calendar_addresses DROP COLUMN IF EXISTS alarm_minutes',
  'ALTER TABLE calendar_addresses DROP COLUMN IF EXISTS due_as',
];
