import type { Instant } from '../quantities';
import type { StateInput } from './piece-state';

/**
 * The next moment at which the state of a piece may change by time alone, with everything else as it is: it opens, is due,
 * closes, the new date of what was sent back passes (docs/rules.md, 2), or a try of a quiz ends (12). Until then `stateAt` and `stateForStudent` give
 * what they give now, so that what is composed of states can be kept.
 *
 * @returns the first instant of the changed state, later than `input.now`; Infinity: never
 * @example due 15:30, now 15:00 -> 15:30:00.001, as a piece is missing from the millisecond after it was due
 */
export function nextChangeAt({ window: { opens, due, closes }, summary: { roundDue }, tryEndsAt = null, now }: StateInput): Instant {
  let next = Infinity;
  if (opens !== null && opens > now) next = opens;
  for (const end of [due, closes, roundDue]) if (end !== null && end >= now && end + 1 < next) next = end + 1;
  // A try is handed in at its end, not after it.
  if (tryEndsAt !== null && tryEndsAt > now && tryEndsAt < next) next = tryEndsAt;
  return next;
}
