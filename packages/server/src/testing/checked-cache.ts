import { inspect, isDeepStrictEqual } from 'node:util';
import { stampedCache, type StampedCache } from '../db/stamped-cache';

const partsOf = (value: unknown): Map<unknown, unknown> =>
  value instanceof Map
    ? value
    : new Map(typeof value === 'object' && value !== null && !Buffer.isBuffer(value) ? Object.entries(value) : []);

/** Where two values differ first, and how; null: nowhere. As of when states were looked up makes no difference. */
function difference(kept: unknown, fresh: unknown, path = ''): string | null {
  if (path.endsWith('.facts.now') || isDeepStrictEqual(kept, fresh)) return null;
  const [before, after] = [partsOf(kept), partsOf(fresh)];
  if (before.size === 0 || after.size === 0) return `${path}: ${inspect(kept, { depth: 1 })} is now ${inspect(fresh, { depth: 1 })}`;
  for (const key of new Set([...before.keys(), ...after.keys()])) {
    const where = difference(before.get(key), after.get(key), `${path}.${String(key)}`);
    if (where !== null) return where;
  }
  return null;
}

/**
 * The cache of the server, but whatever it has kept is composed anew all the same and compared: a change that does not move
 * its class on (db/class-changes.ts) makes the request fail that would have shown something old.
 */
export function checkedCache<T>(most: number): StampedCache<T> {
  const cache = stampedCache<T>(most);
  return {
    async get(key, stamp, now, compose) {
      let fresh = false;
      const value = await cache.get(key, stamp, now, () => {
        fresh = true;
        return compose();
      });
      if (fresh) return value;
      const anew = await compose();
      const where = difference(value, anew.value);
      if (where === null) return value;
      throw new Error(`What was kept for ${key} is old, though its class has not been moved on: ${where}`);
    },
  };
}
