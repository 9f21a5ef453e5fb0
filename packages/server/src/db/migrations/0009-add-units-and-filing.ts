export const name = '0009-add-units-and-filing';

// A category lives in its class's scheme, so no key points at it; the service keeps both in step.
export const up = [
  `CREATE TABLE units (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    class_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    name VARCHAR(120) NOT NULL,
    position INT UNSIGNED NOT NULL,
    KEY class_units (class_id, position),
    CONSTRAINT unit_class FOREIGN KEY (class_id) REFERENCES classes (id)
  )`,
  `ALTER TABLE assignments
    ADD COLUMN unit_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    ADD COLUMN category_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    ADD COLUMN counts BOOLEAN NOT NULL DEFAULT TRUE,
    ADD COLUMN is_bonus BOOLEAN NOT NULL DEFAULT FALSE,
    ADD CONSTRAINT assignment_unit FOREIGN KEY (unit_id) REFERENCES units (id) ON DELETE SET NULL`,
];

export const down = [
  'ALTER TABLE assignments DROP FOREIGN KEY assignment_unit, DROP COLUMN unit_id, DROP COLUMN category_id, DROP COLUMN counts, DROP COLUMN is_bonus',
  'DROP TABLE units',
];
