export const name = '0043-plain-column-names';

// What stood in a place before and after an act, and which students a part of a report is of, by plain names.
const RENAMED = [
  ['book_changes', 'before_it', 'value_before'],
  ['book_changes', 'after_it', 'value_after'],
  ['calendar_changes', 'before_it', 'calendar_before'],
  ['calendar_changes', 'after_it', 'calendar_after'],
  ['report_parts', 'keys_of', 'report_keys'],
] as const;

// Each column is said anew: a column of JSON is checked to be JSON by its name, which a mere renaming would leave as it was.
const renamed = (table: string, from: string, to: string): string =>
  `ALTER TABLE ${table} CHANGE COLUMN IF EXISTS ${from} ${to} JSON NOT NULL`;

export const up = RENAMED.map(([table, from, to]) => renamed(table, from, to));

export const down = RENAMED.map(([table, from, to]) => renamed(table, to, from));
