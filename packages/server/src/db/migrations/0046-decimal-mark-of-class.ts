export const name = '0046-decimal-mark-of-class';

// How numbers are written is a class's habit, not one quiz's. Where a quiz of a class was set to the comma, its class gets it.
export const up = [
  "ALTER TABLE classes ADD COLUMN IF NOT EXISTS decimal_mark CHAR(1) CHARACTER SET ascii NOT NULL DEFAULT '.'",
  `UPDATE classes SET decimal_mark = ',' WHERE id IN (
    SELECT a.class_id FROM assignments a JOIN briefs b ON b.id = a.brief_id WHERE JSON_VALUE(b.quiz_run, '$.decimal') = ','
  )`,
  "UPDATE briefs SET quiz_run = JSON_REMOVE(quiz_run, '$.decimal') WHERE quiz_run IS NOT NULL",
  "UPDATE shelf_items SET body = JSON_REMOVE(body, '$.brief.quiz.run.decimal') WHERE JSON_EXISTS(body, '$.brief.quiz.run.decimal')",
];

export const down = [
  `UPDATE briefs b SET quiz_run = JSON_SET(quiz_run, '$.decimal', COALESCE(
    (SELECT MAX(c.decimal_mark) FROM assignments a JOIN classes c ON c.id = a.class_id WHERE a.brief_id = b.id), '.'
  )) WHERE quiz_run IS NOT NULL`,
  "UPDATE shelf_items SET body = JSON_SET(body, '$.brief.quiz.run.decimal', '.') WHERE JSON_EXISTS(body, '$.brief.quiz.run')",
  'ALTER TABLE classes DROP COLUMN IF EXISTS decimal_mark',
];
