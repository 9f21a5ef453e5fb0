/** A JSON column's value: MariaDB hands some of them over as text, others parsed. */
export function fromJson<T>(value: unknown): T {
  return (typeof value === 'string' ? JSON.parse(value) : value) as T;
}
