export const name = '0052-add-register';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const DAY = 'CHAR(10) CHARACTER SET ascii';

// The register of absence: what was said of a student in a lesson is appended, and the last that was said holds. Whom nothing is
// said of was there, once the register of that lesson is taken. An absence that a family tells of waits for a teacher.
export const up = [
  `CREATE TABLE IF NOT EXISTS register_facts (
    n BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    class_id ${ID} NOT NULL,
    student_id ${ID} NOT NULL,
    day ${DAY} NOT NULL,
    lesson VARCHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    mark ENUM('present','absent','late','left','excused') NOT NULL,
    minutes SMALLINT UNSIGNED NULL,
    reason VARCHAR(200) NOT NULL,
    by_user ${ID} NOT NULL,
    at DATETIME(3) NOT NULL,
    KEY facts_of_lesson (class_id, day, lesson, student_id, n),
    KEY facts_of_student (student_id, class_id),
    CONSTRAINT register_class FOREIGN KEY (class_id) REFERENCES classes (id) ON DELETE CASCADE,
    CONSTRAINT register_student FOREIGN KEY (student_id) REFERENCES users (id)
  )`,
  `CREATE TABLE IF NOT EXISTS registers_taken (
    class_id ${ID} NOT NULL,
    day ${DAY} NOT NULL,
    lesson VARCHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    by_user ${ID} NOT NULL,
    at DATETIME(3) NOT NULL,
    PRIMARY KEY (class_id, day, lesson),
    CONSTRAINT taken_in_class FOREIGN KEY (class_id) REFERENCES classes (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS seat_orders (
    class_id ${ID} NOT NULL PRIMARY KEY,
    student_ids JSON NOT NULL,
    CONSTRAINT seats_of_class FOREIGN KEY (class_id) REFERENCES classes (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS told_absences (
    id ${ID} NOT NULL PRIMARY KEY,
    student_id ${ID} NOT NULL,
    family_id ${ID} NOT NULL,
    from_day ${DAY} NOT NULL,
    to_day ${DAY} NOT NULL,
    reason VARCHAR(200) NOT NULL,
    made_at DATETIME(3) NOT NULL,
    KEY told_of_student (student_id, from_day),
    CONSTRAINT told_student FOREIGN KEY (student_id) REFERENCES users (id),
    CONSTRAINT told_by FOREIGN KEY (family_id) REFERENCES users (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE IF NOT EXISTS absence_answers (
    absence_id ${ID} NOT NULL,
    class_id ${ID} NOT NULL,
    by_user ${ID} NOT NULL,
    at DATETIME(3) NOT NULL,
    PRIMARY KEY (absence_id, class_id),
    CONSTRAINT answered_absence FOREIGN KEY (absence_id) REFERENCES told_absences (id) ON DELETE CASCADE,
    CONSTRAINT answered_in_class FOREIGN KEY (class_id) REFERENCES classes (id) ON DELETE CASCADE
  )`,
];

export const down = ['absence_answers', 'told_absences', 'seat_orders', 'registers_taken', 'register_facts'].map(
  (table) => `DROP TABLE IF EXISTS ${table}`,
);
