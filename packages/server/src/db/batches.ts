/** Rows that go to the database in one statement. */
const AT_ONCE = 500;

/** Rows in batches that one statement takes. */
export function* batches<T>(rows: readonly T[]): Generator<T[]> {
  for (let start = 0; start < rows.length; start += AT_ONCE) yield rows.slice(start, start + AT_ONCE);
}
