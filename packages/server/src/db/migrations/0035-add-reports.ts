export const name = '0035-add-reports';

const id = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

// Reports: the settings a teacher keeps, and reports being made in parts, so that a stopped server goes on where it was.
export const up = [
  `CREATE TABLE report_presets (
    id ${id} NOT NULL PRIMARY KEY,
    owner_id ${id} NOT NULL,
    name VARCHAR(120) NOT NULL,
    settings JSON NOT NULL,
    made_at DATETIME(3) NOT NULL,
    UNIQUE KEY preset_name (owner_id, name),
    CONSTRAINT report_preset_owner FOREIGN KEY (owner_id) REFERENCES users (id)
  )`,
  `CREATE TABLE report_jobs (
    id ${id} NOT NULL PRIMARY KEY,
    owner_id ${id} NOT NULL,
    title VARCHAR(200) NOT NULL,
    format VARCHAR(4) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    settings JSON NOT NULL,
    state VARCHAR(8) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    students INT UNSIGNED NOT NULL,
    problem VARCHAR(300) NULL,
    made_at DATETIME(3) NOT NULL,
    leased_until DATETIME(3) NULL,
    tries INT UNSIGNED NOT NULL,
    fingerprint CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NULL,
    KEY jobs_of (owner_id, made_at),
    KEY jobs_to_do (state, leased_until),
    CONSTRAINT report_job_owner FOREIGN KEY (owner_id) REFERENCES users (id)
  )`,
  `CREATE TABLE report_parts (
    job_id ${id} NOT NULL,
    place INT UNSIGNED NOT NULL,
    title VARCHAR(200) NOT NULL,
    keys_of JSON NOT NULL,
    fingerprint CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NULL,
    PRIMARY KEY (job_id, place),
    CONSTRAINT report_part_job FOREIGN KEY (job_id) REFERENCES report_jobs (id) ON DELETE CASCADE
  )`,
];

export const down = ['DROP TABLE report_parts', 'DROP TABLE report_jobs', 'DROP TABLE report_presets'];
