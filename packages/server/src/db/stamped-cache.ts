interface Kept<T> {
  stamp: string;
  /** the moment as of which it was composed, and the first at which it may be another although nothing was changed */
  from: number;
  until: number;
  value: Promise<T>;
  weight: number;
}

export interface Composed<T> {
  value: T;
  until: number;
  /** how much room it takes, as the room of the cache is counted; without it 1 */
  weight?: number;
}

/**
 * Keeps what is costly to compose for as long as its stamp stays the same and its time has not come. However many ask at
 * once, it is composed once. What was not asked for longest makes room.
 *
 * @param most how much is kept: the sum of the weights; a single value heavier than that is not kept
 */
export function stampedCache<T>(most: number) {
  const kept = new Map<string, Kept<T>>();
  let taken = 0;

  function drop(key: string): void {
    taken -= kept.get(key)?.weight ?? 0;
    kept.delete(key);
  }
  function makeRoom(): void {
    for (const oldest of kept.keys()) {
      if (taken <= most) break;
      drop(oldest);
    }
  }

  function begin(key: string, stamp: string, now: number, compose: () => Promise<Composed<T>>): Kept<T> {
    const entry: Kept<T> = { stamp, from: now, until: Infinity, value: Promise.resolve() as never, weight: 1 };
    entry.value = compose().then(({ value, until, weight = 1 }) => {
      entry.until = until;
      if (kept.get(key) === entry) taken += weight - entry.weight;
      entry.weight = weight;
      makeRoom();
      return value;
    });
    // A value that could not be composed is not kept; whoever asked for it hears why.
    entry.value.catch(() => kept.get(key) === entry && drop(key));
    return entry;
  }

  const cache = {
    /** The value, composed anew where it is not kept with this stamp. */
    async get(key: string, stamp: string, now: number, compose: () => Promise<Composed<T>>): Promise<T> {
      const before = kept.get(key);
      const holds = before?.stamp === stamp && before.from <= now && now < before.until;
      const entry = before && holds ? before : begin(key, stamp, now, compose);
      drop(key);
      kept.set(key, entry);
      taken += entry.weight;
      makeRoom();
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
