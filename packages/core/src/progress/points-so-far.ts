import { percentText, ratio, type MilliPoints, type Ratio } from '../quantities';
import type { PieceState } from '../state';

/** One piece as points so far see it; effective is after lateness, null without a score in this view. */
export interface CountedPiece {
  points: MilliPoints | null;
  effective: MilliPoints | null;
  state: PieceState | null;
  stillAccepted: boolean;
}

/** Points over the pieces that have a score, and how far that can still move. All in thousandths. */
export interface PointsSoFar {
  earned: MilliPoints;
  possible: MilliPoints;
  /** earned / possible; null before the first score */
  percent: string | null;
  /** the percentage if nothing more comes in, and if everything still open gets full marks */
  atLeast: string | null;
  atMost: string | null;
}

const STILL_OPEN: ReadonlySet<PieceState | null> = new Set(['notOpen', 'open', 'started', 'sentBack', 'in', 'inLate', 'inClass', 'scored']);

function isStillOpen(piece: CountedPiece): boolean {
  return STILL_OPEN.has(piece.state) || (piece.state === 'missing' && piece.stillAccepted);
}

/**
 * A student's points so far in one class: Σ earned / Σ points over scored pieces, every piece in one pool.
 * Missing pieces are not counted; they are listed beside it. At least and at most count what is open or
 * waiting for its score as nothing and as full points. At least never exceeds the figure, nor that at most.
 *
 * @param pieces of one student; excused ones and those without points do not count
 * @example 15 of 20 and 25 of 30 scored, 10 open -> 40 of 50, 80 %, at least 67 %, at most 83 %
 */
export function pointsSoFar(pieces: readonly CountedPiece[]): PointsSoFar {
  let [earned, possible, open] = [0, 0, 0];
  for (const piece of pieces) {
    if (piece.points === null || piece.state === null || piece.state === 'excused') continue;
    if (piece.effective !== null) [earned, possible] = [earned + piece.effective, possible + piece.points];
    else if (isStillOpen(piece)) open += piece.points;
  }
  const percent = (value: Ratio | null) => (value === null ? null : percentText(value, 0));
  const over = (num: number, den: number) => (den === 0 ? null : ratio(num, den));
  // With a bonus the figure may exceed 100 %, and a further full score would then lower it.
  const best = possible > 0 && earned > possible ? over(earned, possible) : over(earned + open, possible + open);
  return {
    earned,
    possible,
    percent: percent(over(earned, possible)),
    atLeast: percent(over(earned, possible + open)),
    atMost: percent(best),
  };
}
