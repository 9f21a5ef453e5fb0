import { isDeepStrictEqual } from 'node:util';
import { stampedCache, type StampedCache } from '../db/stamped-cache';

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
      if (fresh || isDeepStrictEqual(value, (await compose()).value)) return value;
      throw new Error(`What was kept for ${key} is old, though its class has not been moved on.`);
    },
  };
}
