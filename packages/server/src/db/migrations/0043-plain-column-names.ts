export const name = '0043-plain-column-names';

// What stood in a place before and after an act, and which students a part of a report is of, by plain names.
const RENAMED = [
  ['book_changes', 'before_it', 'value_before'],
  ['book_changes', 'after_it', 'value_after'],
  ['calendar_changes', 'before_it', 'calendar_before'],
  ['calendar_changes', 'after_it', 'calendar_after'],
  ['report_parts', 'keys_of', 'report_keys'],
] as const;

export const up = RENAMED.map(([table, from, to]) => `ALTER TABLE ${table} RENAME COLUMN IF EXISTS ${from} TO ${to}`);

export const down = RENAMED.map(([table, from, to]) => `ALTER TABLE ${table} RENAME COLUMN IF EXISTS ${to} TO ${from}`);
