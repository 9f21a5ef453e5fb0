import { add, multiply, ratio, roundToMilli, RuleError, ZERO, type MilliPercent, type MilliPoints } from '../quantities';

/** One row of a rubric as chosen: weight and points in thousandths; null is not chosen yet. */
export interface CriterionChoice {
  id: string;
  weight: number;
  max: MilliPoints;
  chosen: MilliPoints | null;
}

/** How a piece was scored (docs/rules.md, 4). */
export type ScoreMethod =
  { kind: 'points'; earned: MilliPoints } | { kind: 'rubric'; criteria: readonly CriterionChoice[] } | { kind: 'words'; percent: MilliPercent } | { kind: 'done'; done: boolean };

/** Points before lateness, in thousandths; `complete` is false while a criterion has no choice. */
export interface EarnedPoints {
  earned: MilliPoints;
  complete: boolean;
}

/**
 * The points a piece earned before lateness (docs/rules.md, 4).
 * A rubric is Σ weight × chosen, scaled from Σ weight × max to the assignment's points, rounded once.
 *
 * @param points what the assignment is out of, in thousandths
 * @throws RuleError `score.rubric-without-points` if no criterion can earn anything
 * @example rubric 6 of 8 and none of 4, out of 24 -> earned 12, not complete
 */
export function earnedPoints(points: MilliPoints, method: ScoreMethod): EarnedPoints {
  switch (method.kind) {
    case 'points':
      return { earned: method.earned, complete: true };
    case 'words':
      return { earned: roundToMilli(ratio(BigInt(points) * BigInt(method.percent), 100_000_000n)), complete: true };
    case 'done':
      return { earned: method.done ? points : 0, complete: true };
    case 'rubric': {
      let [sum, most] = [ZERO, ZERO];
      for (const criterion of method.criteria) {
        const weight = ratio(criterion.weight, 1000);
        sum = add(sum, multiply(weight, ratio(criterion.chosen ?? 0, 1000)));
        most = add(most, multiply(weight, ratio(criterion.max, 1000)));
      }
      if (most.num === 0n) throw new RuleError('score.rubric-without-points');
      const scaled = ratio(sum.num * most.den * BigInt(points), sum.den * most.num * 1000n);
      return { earned: roundToMilli(scaled), complete: method.criteria.every((c) => c.chosen !== null) };
    }
  }
}

/** What must be asked or refused before a score is recorded. */
export type ScoreQuestion = 'negative' | 'aboveMaximum' | 'noMaximum' | null;

/** Negative scores are refused; one above the maximum counts only when confirmed as a bonus (docs/rules.md, 4). */
export function scoreQuestion(input: { earned: MilliPoints; points: MilliPoints | null; bonusConfirmed: boolean }): ScoreQuestion {
  if (input.earned < 0) return 'negative';
  if (input.points === null) return 'noMaximum';
  return input.earned > input.points && !input.bonusConfirmed ? 'aboveMaximum' : null;
}
