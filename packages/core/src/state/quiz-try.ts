import type { Instant } from '../quantities';
import { tryEnd } from '../quiz';
import { afterFact, type PieceSummary } from './piece-facts';
import type { StateOfPiece } from './piece-state';

/** What decides when a student's try ends (docs/rules.md, 12). */
export interface TryLimits {
  /** how long they have; null: as long as it is open */
  minutes: number | null;
  /** the student's own */
  closes: Instant | null;
}

/**
 * When the try that is under way ends by the clock; null: none is under way, or it has no end. What was sent back is done
 * again past its closing time, as all work is.
 */
export function runningTryEnd({ tryBegunAt, sentBackAt }: PieceSummary, { minutes, closes }: TryLimits): Instant | null {
  if (tryBegunAt == null) return null;
  return tryEnd({ startedAt: tryBegunAt, minutes, closes: sentBackAt === null ? closes : null });
}

/**
 * The summary as it is at a moment: a try whose end has passed is handed in at its end, whether or not anything has noted it
 * yet. Ending is a time that is compared, not an act that must run (docs/rules.md, 12).
 *
 * @returns the same object while no try has ended
 * @example begun 10:00 with 20 minutes, now 10:21 -> handed in at 10:20
 */
export function settledSummary(summary: PieceSummary, limits: TryLimits, now: Instant): PieceSummary {
  const end = runningTryEnd(summary, limits);
  return end !== null && now >= end ? afterFact(summary, { kind: 'handedIn', at: end }) : summary;
}

/** Why a student cannot begin a try now. */
export type TryRefusal = 'notTheirs' | 'excused' | 'notOpen' | 'closed' | 'noTriesLeft';

/**
 * May the student begin to go through the quiz now (docs/rules.md, 12)? Until it closes, as often as is allowed; each time it
 * was sent back once more, past its closing time too.
 *
 * @param piece as the student is told it
 * @param tries how many were begun @param allowed null: as often as wanted
 */
export function tryRefusal({
  piece,
  summary,
  closes,
  tries,
  allowed,
  now,
}: {
  piece: StateOfPiece;
  summary: PieceSummary;
  closes: Instant | null;
  tries: number;
  allowed: number | null;
  now: Instant;
}): TryRefusal | null {
  if (piece.state === null) return 'notTheirs';
  if (piece.state === 'excused') return 'excused';
  if (piece.state === 'notOpen') return 'notOpen';
  if (allowed !== null && tries >= allowed + summary.roundsSentBack) return 'noTriesLeft';
  if (summary.sentBackAt !== null) return null;
  return closes !== null && now > closes ? 'closed' : null;
}
