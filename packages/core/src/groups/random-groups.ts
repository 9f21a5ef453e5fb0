import { RuleError } from '../quantities';

// A small generator with a 32-bit state, spelled out because the same seed must deal the same groups in
// every browser and on the server, today and in a year.
function numbersFrom(seed: string): () => number {
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
 * Deals students into `count` groups whose sizes differ by at most one. The same seed, students and count
 * give the same groups, in whatever order the students are named.
 *
 * @param ids distinct; @param seed what the teacher sees and can type again
 * @throws RuleError `groups.count` if count is not a whole number of at least 1
 */
export function randomGroups(ids: readonly string[], count: number, seed: string): string[][] {
  if (!Number.isInteger(count) || count < 1) throw new RuleError('groups.count', { count });
  const next = numbersFrom(seed);
  const shuffled = [...ids].sort();
  for (let last = shuffled.length - 1; last > 0; last--) {
    const other = Math.floor(next() * (last + 1));
    [shuffled[last], shuffled[other]] = [shuffled[other]!, shuffled[last]!];
  }
  const groups: string[][] = Array.from({ length: count }, () => []);
  for (const [index, id] of shuffled.entries()) groups[index % count]!.push(id);
  return groups;
}
