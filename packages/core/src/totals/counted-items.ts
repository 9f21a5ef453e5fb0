import { ratio, roundToMilli, type Instant, type MilliPoints } from '../quantities';
import type { PieceState } from '../state';
import type { Scheme } from './scheme';

/** One piece of a student as totals see it. */
export interface CountedPiece {
  id: string;
  /** the category it is filed under; null under none */
  category: string | null;
  points: MilliPoints | null;
  /** does it count in totals at all? */
  counts: boolean;
  /** counted on top of the rest */
  bonus: boolean;
  /** after lateness; null without a score in this view */
  effective: MilliPoints | null;
  scoredAt: Instant | null;
  state: PieceState | null;
  stillAccepted: boolean;
  due: Instant | null;
}

/** A piece that counts: what it earned, out of what. */
export interface CountedItem {
  id: string;
  category: string | null;
  points: MilliPoints;
  earned: MilliPoints;
  bonus: boolean;
  due: Instant | null;
  /** counted by the missing rule, not by a score */
  missing: boolean;
}

/**
 * What a piece counts as in a total, or null if it does not count (docs/rules.md, 5, "which items").
 * A recorded score always wins over the missing rule. That rule gives nothing for a missing bonus piece, and in a bonus
 * category no more than nothing of its points: what somebody left undone adds nothing on top.
 * @example 20 points missing, `whenDue` with 50 % -> 10 earned; the same as a bonus -> null; in a bonus category -> 0 earned
 */
export function countedItem(
  piece: CountedPiece,
  { missing: rule, categories }: Pick<Scheme, 'missing' | 'categories'>,
): CountedItem | null {
  const { id, category, points, bonus, due, effective } = piece;
  if (points === null || points <= 0 || !piece.counts || piece.state === null || piece.state === 'excused') return null;
  if (effective !== null) return { id, category, points, earned: effective, bonus, due, missing: false };
  const applies = piece.state === 'missing' && !bonus && (rule.kind === 'whenDue' || (rule.kind === 'whenClosed' && !piece.stillAccepted));
  if (!applies) return null;
  const percent = categories.some((one) => one.id === category && one.bonus) ? 0 : rule.percent;
  return { id, category, points, earned: roundToMilli(ratio(BigInt(points) * BigInt(percent), 100_000_000n)), bonus, due, missing: true };
}

/**
 * The same pieces as they counted at a moment: what was due by then (or, without a date, scored by then),
 * with the scores recorded by then.
 */
export function asOf(pieces: readonly CountedPiece[], at: Instant): CountedPiece[] {
  return pieces.flatMap((piece) => {
    const scored = piece.scoredAt !== null && piece.scoredAt <= at;
    if (piece.due === null ? !scored : piece.due > at) return [];
    return [scored ? piece : { ...piece, effective: null }];
  });
}
