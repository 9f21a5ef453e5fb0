// A small generator with a 32-bit state, spelled out because the same seed must give the same order in every
// browser and on the server, today and in a year.
/** Numbers from 0 up to 1 that follow from a seed. */
export function numbersFrom(seed: string): () => number {
  let state = 0x811c9dc5;
  for (const character of seed) state = Math.imul(state ^ character.codePointAt(0)!, 0x01000193) >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/**
 * These ids in an order that follows from the seed, in whatever order they are named.
 * @param ids distinct
 */
export function shuffled(ids: readonly string[], seed: string): string[] {
  const next = numbersFrom(seed);
  const order = [...ids].sort();
  for (let last = order.length - 1; last > 0; last--) {
    const other = Math.floor(next() * (last + 1));
    [order[last], order[other]] = [order[other]!, order[last]!];
  }
  return order;
}
