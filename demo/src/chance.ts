/** Chance that is the same for the same seed. */
export interface Chance {
  /** a number from 0 up to, not including, 1 */
  next(): number;
  between(least: number, most: number): number;
  pick<T>(from: readonly T[]): T;
  /** true with this probability */
  happens(probability: number): boolean;
}

/** A small generator (mulberry32): good enough for a made-up school, and the same on every machine. */
export function chanceFrom(seed: number): Chance {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
  return {
    next,
    between: (least, most) => least + Math.floor(next() * (most - least + 1)),
    pick: (from) => from[Math.floor(next() * from.length)]!,
    happens: (probability) => next() < probability,
  };
}
