export const name = '0031-add-peer-reviews';

// Students reviewing each other: how, by when, from which seed they were dealt, and each review.
export const up = [
  `CREATE TABLE review_rounds (
    assignment_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    by_rubric BOOLEAN NOT NULL,
    each_gives TINYINT UNSIGNED NOT NULL,
    guidance VARCHAR(2000) NOT NULL,
    due_at DATETIME(3) NULL,
    seed VARCHAR(40) NOT NULL,
    begun_by CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    begun_at DATETIME(3) NOT NULL,
    shown_at DATETIME(3) NULL,
    version INT UNSIGNED NOT NULL,
    CONSTRAINT review_round_assignment FOREIGN KEY (assignment_id) REFERENCES assignments (id)
  )`,
  `CREATE TABLE peer_reviews (
    id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    assignment_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    reviewer_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    author_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    choices JSON NULL,
    text VARCHAR(4000) NOT NULL,
    begun_at DATETIME(3) NULL,
    given_at DATETIME(3) NULL,
    hidden BOOLEAN NOT NULL,
    version INT UNSIGNED NOT NULL,
    UNIQUE KEY one_review (assignment_id, reviewer_id, author_id),
    KEY peer_reviews_by (reviewer_id),
    CONSTRAINT peer_review_round FOREIGN KEY (assignment_id) REFERENCES review_rounds (assignment_id),
    CONSTRAINT peer_review_reviewer FOREIGN KEY (reviewer_id) REFERENCES users (id),
    CONSTRAINT peer_review_author FOREIGN KEY (author_id) REFERENCES users (id)
  )`,
];

export const down = ['DROP TABLE peer_reviews', 'DROP TABLE review_rounds'];
