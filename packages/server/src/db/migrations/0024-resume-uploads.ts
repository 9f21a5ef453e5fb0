export const name = '0024-resume-uploads';

// An upload on its way: its bytes lie on disk under its id until they are all there. file_id is what became of it.
export const up = [
  `CREATE TABLE uploads (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    user_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    assignment_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    name VARCHAR(255) NOT NULL,
    size BIGINT UNSIGNED NOT NULL,
    begun_at DATETIME(3) NOT NULL,
    file_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL,
    KEY uploads_of (user_id),
    KEY uploads_begun (begun_at),
    CONSTRAINT upload_user FOREIGN KEY (user_id) REFERENCES users (id),
    CONSTRAINT upload_assignment FOREIGN KEY (assignment_id) REFERENCES assignments (id)
  )`,
];

export const down = ['DROP TABLE uploads'];
