interface Kept<T> {
  stamp: string;
  /** the moment as of which it was composed, and the first at which it may be another although nothing was changed */
  from: number;
  until: number;
  value: Promise<T>;
}

export interface Composed<T> {
  value: T;
  until: number;
}

/**
 * Keeps what is costly to compose for as long as its stamp stays the same and its time has not come. However many ask at
 * once, it is composed once. What was not asked for longest makes room.
 *
 * @param most how many values are kept
 */
export function stampedCache<T>(most: number) {
  const kept = new Map<string, Kept<T>>();

  function begin(key: string, stamp: string, now: number, compose: () => Promise<Composed<T>>): Kept<T> {
    const entry: Kept<T> = { stamp, from: now, until: Infinity, value: Promise.resolve() as never };
    entry.value = compose().then(({ value, until }) => {
      entry.until = until;
      return value;
    });
    // A value that could not be composed is not kept; whoever asked for it hears why.
    entry.value.catch(() => kept.get(key) === entry && kept.delete(key));
    return entry;
  }

  const cache = {
    /** The value, composed anew where it is not kept with this stamp. */
    async get(key: string, stamp: string, now: number, compose: () => Promise<Composed<T>>): Promise<T> {
      const before = kept.get(key);
      const holds = before?.stamp === stamp && before.from <= now && now < before.until;
      const entry = before && holds ? before : begin(key, stamp, now, compose);
      kept.delete(key);
      kept.set(key, entry);
      for (const oldest of kept.keys()) {
        if (kept.size <= most) break;
        kept.delete(oldest);
      }
      const value = await entry.value;
      // Asked for while it was being composed for somebody at another moment, its time may have come by now.
      if (now >= entry.until && entry.from < now) return cache.get(key, stamp, now, compose);
      return value;
    },
  };
  return cache;
}

export type StampedCache<T> = ReturnType<typeof stampedCache<T>>;

/** How services make their caches. */
export type MakeCache = <T>(most: number) => StampedCache<T>;
