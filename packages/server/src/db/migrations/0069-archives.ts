export const name = '0069-archives';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'CHARACTER SET ascii COLLATE ascii_bin';

// Classes written into one file, and such files being brought in. A try of a quiz that comes with one keeps what its draws followed from.
export const up = [
  `ALTER TABLE quiz_tries ADD COLUMN IF NOT EXISTS seed VARCHAR(120) ${CODE} NULL`,
  `CREATE TABLE IF NOT EXISTS archive_jobs (
    id ${ID} NOT NULL PRIMARY KEY,
    owner_id ${ID} NOT NULL,
    kind VARCHAR(3) ${CODE} NOT NULL,
    class_id ${ID} NULL,
    title VARCHAR(200) NOT NULL,
    state VARCHAR(8) ${CODE} NOT NULL,
    brought_as VARCHAR(4) ${CODE} NULL,
    done INT UNSIGNED NOT NULL,
    total INT UNSIGNED NOT NULL,
    look JSON NULL,
    problem VARCHAR(500) NULL,
    fingerprint CHAR(64) ${CODE} NULL,
    size BIGINT UNSIGNED NULL,
    tries INT UNSIGNED NOT NULL,
    made_at DATETIME(3) NOT NULL,
    KEY archive_jobs_of (owner_id, made_at),
    KEY archive_jobs_to_do (state, made_at),
    CONSTRAINT archive_jobs_owner_fk FOREIGN KEY (owner_id) REFERENCES users (id)
  )`,
];

export const down = ['DROP TABLE IF EXISTS archive_jobs', 'ALTER TABLE quiz_tries DROP COLUMN IF EXISTS seed'];
