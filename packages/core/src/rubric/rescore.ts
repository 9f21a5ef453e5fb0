import { ratio, roundToMilli, type MilliPoints } from '../quantities';
import { earnedPoints, type EarnedPoints } from '../score';
import { criterionMax, type Rubric } from './rubric';

/** The level chosen for a criterion, and the points given within it. */
export interface LevelChoice {
  levelId: string;
  points: MilliPoints;
}

/** By criterion; a criterion that is not here has no choice yet. */
export type RubricChoices = Record<string, LevelChoice>;

/**
 * What these choices earn by this rubric (docs/rules.md, 4). A choice of a level that is no longer there is
 * none; points within a level are kept as far as its range allows.
 *
 * @param points what the assignment is out of; the result is scaled to it
 * @throws RuleError `score.rubric-without-points` if no criterion can earn anything
 */
export function rubricScore(rubric: Rubric, points: MilliPoints, choices: RubricChoices): EarnedPoints {
  const criteria = rubric.criteria.map((criterion) => {
    const choice = choices[criterion.id];
    const level = criterion.levels.find((one) => one.id === choice?.levelId);
    const chosen = level && choice ? Math.min(Math.max(choice.points, level.points), level.upTo ?? level.points) : null;
    return { id: criterion.id, weight: criterion.weight, max: criterionMax(criterion), chosen };
  });
  return earnedPoints(points, { kind: 'rubric', criteria });
}

/** The first choice that this rubric does not have, or null. */
export function choiceProblem(
  rubric: Rubric,
  choices: RubricChoices,
): { criterionId: string; why: 'noSuchCriterion' | 'noSuchLevel' | 'outsideLevel' } | null {
  for (const [criterionId, { levelId, points }] of Object.entries(choices)) {
    const criterion = rubric.criteria.find((one) => one.id === criterionId);
    if (!criterion) return { criterionId, why: 'noSuchCriterion' };
    const level = criterion.levels.find((one) => one.id === levelId);
    if (!level) return { criterionId, why: 'noSuchLevel' };
    if (points < level.points || points > (level.upTo ?? level.points)) return { criterionId, why: 'outsideLevel' };
  }
  return null;
}

/** What of a score is in points. */
export interface ScoreInPoints {
  earned: MilliPoints | null;
  /** levels chosen by the assignment's rubric; null where the score came about otherwise */
  choices: RubricChoices | null;
  /** added to what was chosen or typed, in it already */
  adjust: MilliPoints;
  /** of the rounds before */
  rounds: MilliPoints[];
}

/**
 * The same score out of other points (docs/rules.md, choices, "other points after scoring"): every part keeps its
 * share, rounded to a thousandth. What a rubric gives is counted from its levels, so that it is not rounded twice.
 *
 * @param change.from more than 0 @param change.rubric what the assignment is scored by; null if by something else
 */
export function rescaledScore(
  { earned, choices, adjust, rounds }: ScoreInPoints,
  change: { from: MilliPoints; to: MilliPoints; rubric: Rubric | null },
): Omit<ScoreInPoints, 'choices'> {
  const { from, to, rubric } = change;
  const scaled = (points: MilliPoints) => roundToMilli(ratio(BigInt(points) * BigInt(to), BigInt(from) * 1000n));
  const added = scaled(adjust);
  const anew = choices && rubric ? Math.max(0, rubricScore(rubric, to, choices).earned + added) : null;
  return { earned: earned === null ? null : (anew ?? scaled(earned)), adjust: added, rounds: rounds.map(scaled) };
}
