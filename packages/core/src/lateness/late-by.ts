import type { Instant, Milliseconds } from '../quantities';

/**
 * How late a hand-in is: the whole time past due, if that exceeds the grace, else 0 (docs/rules.md, 3).
 * @param input due null means it can never be late; grace in minutes, forgiven entirely or not at all
 * @returns milliseconds
 * @example due 15:30, grace 10 min: 15:40 -> 0; 15:41 -> 11 minutes
 */
export function lateBy(input: { due: Instant | null; handedInAt: Instant; graceMinutes: number }): Milliseconds {
  if (input.due === null) return 0;
  const late = input.handedInAt - input.due;
  return late > input.graceMinutes * 60_000 ? late : 0;
}
