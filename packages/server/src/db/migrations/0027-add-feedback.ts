export const name = '0027-add-feedback';

// Overall remarks become documents of the editor; beside the score stand words per criterion, an adjustment with
// its reason, and the scores of earlier rounds. What the student is shown of it is kept as it was returned.
// Lines end in a letter of private use meanwhile, which JSON leaves as it is.
const LINE_END = 'CONVERT(0xEE8080 USING utf8mb4)';
const inLines = (column: string) =>
  `REPLACE(REPLACE(${column} COLLATE utf8mb4_bin, CHAR(13 USING utf8mb4), ''), CHAR(10 USING utf8mb4), ${LINE_END})`;
const asDocument = (
  column: string,
) => `UPDATE pieces SET ${column} = CONCAT('{"type":"doc","content":[{"type":"paragraph"', IF(${column} = '', '', CONCAT(',"content":[',
    REPLACE(REPLACE(REPLACE(CONCAT('{"type":"text","text":', JSON_QUOTE(${inLines(column)}), '}') COLLATE utf8mb4_bin,
      ${LINE_END}, '"},{"type":"hardBreak"},{"type":"text","text":"'), '{"type":"text","text":""},', ''), ',{"type":"text","text":""}', ''), ']')), '}]}')`;
const texts = (column: string) => `JSON_EXTRACT(${column}, '$**.text')`;
const asText = (column: string) =>
  `UPDATE pieces SET ${column} = COALESCE(JSON_UNQUOTE(CONCAT('"', REPLACE(SUBSTRING(${texts(column)}, 3, CHAR_LENGTH(${texts(column)}) - 4), '", "', '\\\\n'), '"')), '')`;

export const up = [
  `ALTER TABLE pieces
    MODIFY remark MEDIUMTEXT NOT NULL,
    MODIFY returned_remark MEDIUMTEXT NOT NULL,
    ADD details JSON NULL,
    ADD returned_details JSON NULL,
    ADD scored_round SMALLINT UNSIGNED NOT NULL DEFAULT 0,
    ADD shown_at DATETIME(3) NULL`,
  asDocument('remark'),
  asDocument('returned_remark'),
  `UPDATE pieces SET shown_at = FROM_UNIXTIME(JSON_VALUE(summary, '$.lastReturnAt') / 1000) WHERE JSON_VALUE(summary, '$.lastReturnAt') IS NOT NULL`,
  `ALTER TABLE briefs ADD round_rule ENUM('latest','best','mean') NOT NULL DEFAULT 'latest'`,
  `UPDATE shelf_items SET body = JSON_SET(body, '$.brief.roundRule', 'latest') WHERE JSON_EXISTS(body, '$.brief')`,
  `ALTER TABLE assignments ADD names_hidden BOOLEAN NOT NULL DEFAULT FALSE, ADD second_marker CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL`,
  `ALTER TABLE feedback_files ADD kind ENUM('file','voice') NOT NULL DEFAULT 'file'`,
];

export const down = [
  'ALTER TABLE feedback_files DROP COLUMN kind',
  'ALTER TABLE assignments DROP COLUMN names_hidden, DROP COLUMN second_marker',
  'ALTER TABLE briefs DROP COLUMN round_rule',
  `UPDATE shelf_items SET body = JSON_REMOVE(body, '$.brief.roundRule') WHERE JSON_EXISTS(body, '$.brief')`,
  asText('remark'),
  asText('returned_remark'),
  `ALTER TABLE pieces MODIFY remark TEXT NOT NULL, MODIFY returned_remark TEXT NOT NULL,
    DROP COLUMN details, DROP COLUMN returned_details, DROP COLUMN scored_round, DROP COLUMN shown_at`,
];
