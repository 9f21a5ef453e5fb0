export const name = '0017-add-ways-of-scoring';

// What was chosen when a piece was scored: levels of a rubric, a word, done or not. The points follow from it and stay as
// they were given until somebody says otherwise.
export const up = ['ALTER TABLE pieces ADD COLUMN chosen JSON NULL, ADD COLUMN returned_chosen JSON NULL'];

export const down = ['ALTER TABLE pieces DROP COLUMN chosen, DROP COLUMN returned_chosen'];
