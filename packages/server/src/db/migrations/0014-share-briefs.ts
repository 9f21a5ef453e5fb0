export const name = '0014-share-briefs';

// A brief is what an assignment says and asks; a row of assignments is that brief set for one class, with its own
// window, filing and audience. Until now each class had its own of everything, so each becomes a brief of one class.
export const up = [
  `CREATE TABLE briefs (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    kind ENUM('assignment','handout') NOT NULL,
    title VARCHAR(200) NOT NULL,
    instructions JSON NOT NULL,
    spoken JSON NULL,
    attachments JSON NOT NULL,
    how ENUM('handIn','inClass') NOT NULL,
    accepts JSON NOT NULL,
    scoring JSON NOT NULL,
    points_milli INT UNSIGNED NULL,
    aims JSON NOT NULL,
    minutes INT UNSIGNED NULL,
    rounds INT UNSIGNED NULL,
    late_rule JSON NULL,
    standing_holds BOOLEAN NOT NULL,
    from_shelf CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    created_by CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    created_at DATETIME(3) NOT NULL,
    version INT UNSIGNED NOT NULL,
    KEY briefs_from_shelf (from_shelf)
  )`,
  `INSERT INTO briefs
    SELECT id, 'assignment', title, instructions, NULL, '[]', how, accepts,
      IF(points_milli IS NULL, '{"by":"none"}', '{"by":"points"}'), points_milli, '[]', NULL, NULL, NULL, TRUE, NULL, created_by, created_at, version
    FROM assignments`,
  `ALTER TABLE assignments ADD COLUMN brief_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    ADD COLUMN audience JSON NULL, ADD COLUMN told_at DATETIME(3) NULL, ADD COLUMN position INT UNSIGNED NOT NULL DEFAULT 0`,
  `UPDATE assignments SET brief_id = id, audience = '{"kind":"everyone","laterJoiners":true}', told_at = issued_at`,
  `ALTER TABLE assignments MODIFY brief_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, MODIFY audience JSON NOT NULL,
    ADD UNIQUE KEY once_per_class (brief_id, class_id), ADD KEY to_tell (told_at, issued_at),
    ADD CONSTRAINT assignment_brief FOREIGN KEY (brief_id) REFERENCES briefs (id),
    DROP COLUMN title, DROP COLUMN instructions, DROP COLUMN how, DROP COLUMN accepts, DROP COLUMN points_milli,
    DROP COLUMN created_by, DROP COLUMN created_at, DROP COLUMN version`,
];

export const down = [
  `ALTER TABLE assignments ADD COLUMN title VARCHAR(200) NOT NULL DEFAULT '', ADD COLUMN instructions JSON NULL,
    ADD COLUMN how ENUM('handIn','inClass') NOT NULL DEFAULT 'handIn', ADD COLUMN accepts JSON NULL, ADD COLUMN points_milli INT UNSIGNED NULL,
    ADD COLUMN created_by CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL, ADD COLUMN created_at DATETIME(3) NULL, ADD COLUMN version INT UNSIGNED NOT NULL DEFAULT 1`,
  `UPDATE assignments JOIN briefs ON briefs.id = assignments.brief_id
    SET assignments.title = briefs.title, assignments.instructions = briefs.instructions, assignments.how = briefs.how, assignments.accepts = briefs.accepts,
      assignments.points_milli = briefs.points_milli, assignments.created_by = briefs.created_by, assignments.created_at = briefs.created_at, assignments.version = briefs.version`,
  `ALTER TABLE assignments DROP FOREIGN KEY assignment_brief, DROP KEY once_per_class, DROP KEY to_tell,
    DROP COLUMN brief_id, DROP COLUMN audience, DROP COLUMN told_at, DROP COLUMN position`,
  'DROP TABLE briefs',
];
