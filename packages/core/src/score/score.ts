import { add, MOST_POINTS, multiply, ratio, roundToMilli, RuleError, ZERO, type MilliPercent, type MilliPoints } from '../quantities';

/** One row of a rubric as chosen: weight and points in thousandths; null is not chosen yet. */
export interface CriterionChoice {
  id: string;
  weight: number;
  max: MilliPoints;
  chosen: MilliPoints | null;
}

/** How a piece was scored (docs/rules.md, 4). */
export type ScoreMethod =
  | { kind: 'points'; earned: MilliPoints }
  | { kind: 'rubric'; criteria: readonly CriterionChoice[] }
  | { kind: 'words'; percent: MilliPercent }
  | { kind: 'done'; done: boolean };

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

/** Which of several scored rounds of a piece counts (docs/rules.md, 4). */
export type RoundRule = 'latest' | 'best' | 'mean';

/**
 * What several scored rounds of the same piece count as, before lateness; the mean rounded to a thousandth.
 * @param earned of each scored round, the first first; rounds with words only are left out
 */
export function roundScore(rule: RoundRule, earned: readonly MilliPoints[]): MilliPoints | null {
  if (earned.length === 0) return null;
  switch (rule) {
    case 'latest':
      return earned.at(-1)!;
    case 'best':
      return Math.max(...earned);
    case 'mean':
      return roundToMilli(
        ratio(
          earned.reduce((sum, one) => sum + BigInt(one), 0n),
          BigInt(earned.length) * 1000n,
        ),
      );
  }
}

/** The decimal mark that somebody writes numbers with. */
export type DecimalMark = ',' | '.';

/**
 * A number out of a pasted table, by the decimal mark that was chosen and never guessed: with a decimal comma
 * 7,5 is seven and a half and 7.5 is no number; 1.250 is twelve hundred and fifty.
 *
 * @returns thousandths, or null for what is no number by that mark, is negative or has more than three decimals
 */
export function readPoints(text: string, decimal: DecimalMark): MilliPoints | null {
  const group = decimal === ',' ? '.' : ',';
  const match = new RegExp(String.raw`^(\d{1,7}|\d{1,3}(?:[${group} \u00a0\u202f']\d{3})+)(?:[${decimal}](\d{1,3}))?$`).exec(text.trim());
  if (!match) return null;
  const points = Number(match[1]!.replace(/\D/g, '')) * 1000 + Number((match[2] ?? '').padEnd(3, '0'));
  return points <= MOST_POINTS ? points : null;
}
