import { parsePoints, type MilliPoints } from '../quantities';
import type { CountedPiece, Scheme } from '../totals';

/** Why a score cannot be tried. */
export type TrialProblem = 'notANumber' | 'aboveMaximum';

/**
 * A score that somebody tries on an open piece (docs/rules.md, 7, and "A trial" among the choices). More than the maximum may be
 * tried only where what is earned counts on top: on a bonus piece, or in a bonus category (docs/rules.md, 4).
 *
 * @returns the score in thousandths, or why it is none; null for nothing typed
 * @example '12' of 20 -> 12_000; '99' of 30 -> aboveMaximum; 'abc' -> notANumber
 */
export function readTrial(
  text: string,
  { points, bonus, category }: Pick<CountedPiece, 'points' | 'bonus' | 'category'>,
  { categories }: Pick<Scheme, 'categories'>,
): { score: MilliPoints } | { problem: TrialProblem } | null {
  if (text.trim() === '') return null;
  const score = parsePoints(text);
  if (score === null) return { problem: 'notANumber' };
  const onTop = bonus || categories.some((one) => one.id === category && one.bonus);
  return points !== null && score > points && !onTop ? { problem: 'aboveMaximum' } : { score };
}
