import { createHash } from 'node:crypto';

/** An id that follows from what it is of: whatever is sent or stored twice under it is there once. In the form of a random one. */
export function idFrom(...parts: readonly string[]): string {
  const hex = createHash('sha256').update(JSON.stringify(parts)).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
