/** A JSON column's value: MariaDB hands some of them over as text, others parsed. */
export function fromJson<T>(value: unknown): T {
  return (typeof value === 'string' ? JSON.parse(value) : value) as T;
}
/** A JSON column's value, or null where there is none. */
export const jsonOrNull = <T>(value: unknown): T | null => (value === null || value === undefined ? null : fromJson<T | null>(value));
