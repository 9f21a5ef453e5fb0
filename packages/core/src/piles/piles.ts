import { shuffled } from '../chance';
import type { Instant, Milliseconds } from '../quantities';

export type PileOrder = 'name' | 'timeIn' | 'random' | 'group';

/** What an order needs to know of a piece. */
export interface InPile {
  student: { id: string; givenName: string; familyName: string };
  groups: readonly string[];
  handedInAt: Instant | null;
}

const byName = (a: InPile, b: InPile) =>
  a.student.familyName.localeCompare(b.student.familyName, 'en') ||
  a.student.givenName.localeCompare(b.student.givenName, 'en') ||
  (a.student.id < b.student.id ? -1 : 1);

/**
 * The pieces of a pile in an order: by name; by time in, the first first and what is not in last; at random,
 * the same for the same seed; by group, who is in none last. Equal ones by name.
 */
export function orderPile<T extends InPile>(pieces: readonly T[], order: PileOrder, seed: string): T[] {
  const named = [...pieces].sort(byName);
  switch (order) {
    case 'name':
      return named;
    case 'timeIn':
      return named.sort((a, b) => (a.handedInAt ?? Infinity) - (b.handedInAt ?? Infinity) || 0);
    case 'group':
      return named.sort(
        (a, b) =>
          Number(a.groups.length === 0) - Number(b.groups.length === 0) || (a.groups[0] ?? '').localeCompare(b.groups[0] ?? '', 'en'),
      );
    case 'random': {
      const place = new Map(
        shuffled(
          named.map((one) => one.student.id),
          seed,
        ).map((id, index) => [id, index]),
      );
      return named.sort((a, b) => place.get(a.student.id)! - place.get(b.student.id)!);
    }
  }
}

/** A longer pause than this between two scores is a pause, not marking. */
export const LONGEST_PIECE_MS: Milliseconds = 20 * 60_000;
const FEWEST_GAPS = 3;

/** The middle of some numbers; of an even count the mean of the middle two, rounded half up. Null for none. */
export function middleOf(values: readonly number[]): number | null {
  if (values.length === 0) return null;
  const sorted = [...values].sort((a, b) => a - b);
  const half = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[half]! : Math.floor((sorted[half - 1]! + sorted[half]! + 1) / 2);
}

/**
 * How long somebody takes for a piece: the middle of the times between one score and the next, pauses left out.
 * @param scoredAt when they recorded scores, in any order
 * @returns null while there are fewer than three such times
 */
export function paceOf(scoredAt: readonly Instant[]): Milliseconds | null {
  const times = [...new Set(scoredAt)].sort((a, b) => a - b);
  const gaps = times.slice(1).flatMap((at, index) => (at - times[index]! <= LONGEST_PIECE_MS ? [at - times[index]!] : []));
  return gaps.length < FEWEST_GAPS ? null : middleOf(gaps);
}
