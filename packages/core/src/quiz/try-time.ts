import type { Instant, Milliseconds } from '../quantities';

const MINUTE = 60_000;
/** After the end, for a slow line: what the server receives by then counts (docs/rules.md, 12). */
export const GRACE_AFTER_END: Milliseconds = 30_000;

/**
 * How long a student has (docs/rules.md, 12): the limit times the greatest of their time factors, up to a whole minute.
 *
 * @param limitMinutes null: as long as the quiz is open
 * @param factors percentages in thousandths: 125 % is 125 000; one below 100 % shortens nothing
 * @example tryMinutes(20, [125_000]) -> 25; tryMinutes(7, [110_000]) -> 8
 */
export function tryMinutes(limitMinutes: number | null, factors: readonly number[]): number | null {
  if (limitMinutes === null) return null;
  const factor = Math.max(100_000, ...factors);
  return Math.ceil((limitMinutes * factor) / 100_000);
}

/** When a try ends: at the earlier of its limit and the student's own closing; null: never by the clock. */
export function tryEnd({
  startedAt,
  minutes,
  closes,
}: {
  startedAt: Instant;
  minutes: number | null;
  closes: Instant | null;
}): Instant | null {
  const byLimit = minutes === null ? null : startedAt + minutes * MINUTE;
  if (byLimit === null || closes === null) return byLimit ?? closes;
  return Math.min(byLimit, closes);
}

/** Does an answer that the server received at this moment count, or did it come too late and is kept apart? */
export const countsAt = (receivedAt: Instant, end: Instant | null): boolean => end === null || receivedAt <= end + GRACE_AFTER_END;

/** Has the try ended by the clock? */
export const isOver = (now: Instant, end: Instant | null): boolean => end !== null && now >= end;
