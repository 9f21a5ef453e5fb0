import { middleOf } from '../piles';
import { ratio, roundHalfUp, type Instant, type MilliPercent, type MilliPoints } from '../quantities';
import { criterionMax, type Rubric, type RubricChoices } from '../rubric';

/** Scores out of the same maximum, put into ten equal stretches of it; what is above counts in the last. */
export function spreadOf(earned: readonly MilliPoints[], points: MilliPoints): number[] {
  const counts = Array.from({ length: 10 }, () => 0);
  for (const one of earned) counts[Math.min(9, Math.floor((one * 10) / points))]! += 1;
  return counts;
}

/** The mean of some thousandths, rounded half up; null for none. */
export const meanOf = (values: readonly number[]): number | null =>
  values.length === 0
    ? null
    : Number(
        roundHalfUp(
          ratio(
            values.reduce((sum, one) => sum + BigInt(one), 0n),
            BigInt(values.length),
          ),
        ),
      );

/** How a criterion came out over all who were scored by it. */
export interface CriterionResult {
  criterionId: string;
  name: string;
  scored: number;
  /** of the points its highest level gives; null if nobody was scored by it */
  meanPercent: MilliPercent | null;
  /** how many reached each level, in the order of the rubric */
  levels: { levelId: string; name: string; count: number }[];
}

/** Every criterion of a rubric with its mean and how many reached each level. */
export function criterionResults(rubric: Rubric, all: readonly RubricChoices[]): CriterionResult[] {
  return rubric.criteria.map((criterion) => {
    const chosen = all.flatMap((choices) => {
      const choice = choices[criterion.id];
      return choice && criterion.levels.some((level) => level.id === choice.levelId) ? [choice] : [];
    });
    const mean = meanOf(chosen.map((one) => one.points));
    const max = criterionMax(criterion);
    return {
      criterionId: criterion.id,
      name: criterion.name,
      scored: chosen.length,
      meanPercent:
        mean === null || max === 0
          ? null
          : Number(
              roundHalfUp(ratio(BigInt(chosen.reduce((sum, one) => sum + one.points, 0)) * 100_000n, BigInt(chosen.length) * BigInt(max))),
            ),
      levels: criterion.levels.map((level) => ({
        levelId: level.id,
        name: level.name,
        count: chosen.filter((one) => one.levelId === level.id).length,
      })),
    };
  });
}

/** One score in the order it was given. */
export interface GivenScore {
  studentId: string;
  at: Instant;
  earned: MilliPoints;
}
export interface Drift {
  /** in the order they were given */
  scores: GivenScore[];
  /** the middle of the first half and of the second; of an odd count the one in the middle belongs to the first */
  firstMiddle: MilliPoints;
  secondMiddle: MilliPoints;
  /** pieces whose score stands so far from the middle of its half as few do, the farthest first */
  lookAgain: string[];
}

const FEWEST_FOR_DRIFT = 4;
const MOST_TO_LOOK_AT = 6;

/**
 * Scores against the middle of the half they were given in, to see whether one's eye has drifted. To look at
 * again are scores that lie more than twice as far from their half's middle as the middle one does, and at
 * least a tenth of the points; at most six.
 *
 * @returns null for fewer than four scores
 */
export function driftOf(given: readonly GivenScore[], points: MilliPoints): Drift | null {
  if (given.length < FEWEST_FOR_DRIFT) return null;
  const scores = [...given].sort((a, b) => a.at - b.at || (a.studentId < b.studentId ? -1 : 1));
  const half = Math.ceil(scores.length / 2);
  const firstMiddle = middleOf(scores.slice(0, half).map((one) => one.earned))!;
  const secondMiddle = middleOf(scores.slice(half).map((one) => one.earned))!;
  const distances = scores.map((one, index) => ({
    studentId: one.studentId,
    distance: Math.abs(one.earned - (index < half ? firstMiddle : secondMiddle)),
    index,
  }));
  const usual = middleOf(distances.map((one) => one.distance))!;
  const lookAgain = distances
    .filter(({ distance }) => distance > 2 * usual && distance * 10 >= points)
    .sort((a, b) => b.distance - a.distance || a.index - b.index)
    .slice(0, MOST_TO_LOOK_AT)
    .map(({ studentId }) => studentId);
  return { scores, firstMiddle, secondMiddle, lookAgain };
}
