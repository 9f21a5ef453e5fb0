export const name = '0036-add-portfolios';

const id = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

// Pieces that a student or a teacher has chosen to keep in sight over the years, each with a line why.
export const up = [
  `CREATE TABLE portfolio_pieces (
    id ${id} NOT NULL PRIMARY KEY,
    student_id ${id} NOT NULL,
    assignment_id ${id} NOT NULL,
    why VARCHAR(500) NOT NULL,
    by_user ${id} NOT NULL,
    at DATETIME(3) NOT NULL,
    UNIQUE KEY chosen_once (student_id, assignment_id),
    CONSTRAINT portfolio_student FOREIGN KEY (student_id) REFERENCES users (id),
    CONSTRAINT portfolio_assignment FOREIGN KEY (assignment_id) REFERENCES assignments (id)
  )`,
];

export const down = ['DROP TABLE portfolio_pieces'];
