export const name = '0056-own-pieces-on-walls';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

// On a free wall hang pieces of a student's own too, with a yes: then a wall piece is of a portfolio piece, not of an assignment,
// and its work is the piece itself.
export const up = [
  `ALTER TABLE wall_pieces MODIFY COLUMN assignment_id ${ID} NULL`,
  `ALTER TABLE wall_pieces ADD COLUMN IF NOT EXISTS portfolio_piece_id ${ID} NULL AFTER assignment_id`,
  `ALTER TABLE wall_pieces ADD CONSTRAINT hung_own_piece FOREIGN KEY IF NOT EXISTS hung_own_piece (portfolio_piece_id)
    REFERENCES portfolio_pieces (id) ON DELETE CASCADE`,
];

export const down = [
  'DELETE FROM wall_pieces WHERE assignment_id IS NULL',
  'ALTER TABLE wall_pieces DROP FOREIGN KEY IF EXISTS hung_own_piece',
  'ALTER TABLE wall_pieces DROP KEY IF EXISTS hung_own_piece',
  'ALTER TABLE wall_pieces DROP COLUMN IF EXISTS portfolio_piece_id',
  `ALTER TABLE wall_pieces MODIFY COLUMN assignment_id ${ID} NOT NULL`,
];
