export const name = '0008-add-class-details';

const FIRST_SCHEME =
  '{"kind":"points","categories":[],"missing":{"kind":"leaveOut","percent":0},"decimals":1,"bands":[],"bandsBy":"shown"}';
const FIRST_BEARING = '{"passLine":60000,"missingLimit":2,"drop":5000,"overWeeks":4,"margin":5000}';

export const up = [
  `ALTER TABLE classes
    ADD COLUMN section VARCHAR(60) NOT NULL DEFAULT '' AFTER name,
    ADD COLUMN subject VARCHAR(80) NOT NULL DEFAULT '' AFTER section,
    ADD COLUMN level VARCHAR(60) NOT NULL DEFAULT '' AFTER subject,
    ADD COLUMN room VARCHAR(60) NOT NULL DEFAULT '' AFTER level,
    ADD COLUMN live_link VARCHAR(500) NULL,
    ADD COLUMN live_minutes INT UNSIGNED NOT NULL DEFAULT 10,
    ADD COLUMN scheme JSON NOT NULL DEFAULT '${FIRST_SCHEME}',
    ADD COLUMN bearing JSON NOT NULL DEFAULT '${FIRST_BEARING}',
    ADD COLUMN join_open BOOLEAN NOT NULL DEFAULT TRUE,
    ADD COLUMN join_until DATETIME(3) NULL,
    ADD COLUMN source_id VARCHAR(64) NULL,
    ADD COLUMN put_away_at DATETIME(3) NULL`,
  'ALTER TABLE calendars ADD COLUMN version INT UNSIGNED NOT NULL DEFAULT 1',
];

export const down = [
  'ALTER TABLE calendars DROP COLUMN version',
  `ALTER TABLE classes
    DROP COLUMN section, DROP COLUMN subject, DROP COLUMN level, DROP COLUMN room, DROP COLUMN live_link, DROP COLUMN live_minutes,
    DROP COLUMN scheme, DROP COLUMN bearing, DROP COLUMN join_open, DROP COLUMN join_until, DROP COLUMN source_id, DROP COLUMN put_away_at`,
];
