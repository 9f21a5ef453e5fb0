import type { InLanguages, Language } from '../languages';
import { add, multiply, ratio, roundToMilli, ZERO, type MilliPoints } from '../quantities';

/** What a level is called in another language, and what it means. */
export interface LevelWords {
  name: string;
  descriptor: string;
}

/** One step of a criterion. With `upTo` any number of points from `points` to it can be given. */
export interface RubricLevel {
  id: string;
  name: string;
  descriptor: string;
  points: MilliPoints;
  upTo: MilliPoints | null;
  /** the same in other languages, where its author wrote it so */
  otherWords?: InLanguages<LevelWords>;
}

/** One row of expectations; the weight in thousandths multiplies its points. */
export interface RubricCriterion {
  id: string;
  name: string;
  weight: number;
  aims: string[];
  levels: RubricLevel[];
  /** its name in other languages, where its author wrote it so */
  otherNames?: InLanguages<string>;
}

export interface Rubric {
  name: string;
  /** the language in which it was written first; left out where nobody said */
  language?: Language;
  criteria: RubricCriterion[];
}

export const MOST_CRITERIA = 60;
export const MOST_LEVELS = 12;
export const ONE_WEIGHT = 1000;

/** The most points one criterion can give, before its weight. */
export const criterionMax = ({ levels }: RubricCriterion): MilliPoints =>
  levels.reduce((most, level) => Math.max(most, level.upTo ?? level.points), 0);

/** Σ weight × highest level, rounded to a thousandth (docs/rules.md, 4). */
export function rubricMax({ criteria }: Rubric): MilliPoints {
  return roundToMilli(
    criteria.reduce((sum, criterion) => add(sum, multiply(ratio(criterion.weight, 1000), ratio(criterionMax(criterion), 1000))), ZERO),
  );
}

/**
 * What an assignment is out of once its rubric has changed: what the rubric adds up to, unless somebody has said otherwise
 * (docs/rules.md, choices, "Points and their rubric").
 *
 * @param points before the change; null: not said yet @param said somebody typed these points, and means them
 * @param taken the rubric as a whole took the place of the one before, as from the shelf
 * @example out of 20 by default, a rubric of 18 from the shelf -> 18; 20 typed by somebody -> 20
 */
export function pointsOfRubric({
  points,
  before,
  after,
  said,
  taken,
}: {
  points: MilliPoints | null;
  before: Rubric;
  after: Rubric;
  said: boolean;
  taken: boolean;
}): MilliPoints | null {
  const [was, becomes] = [rubricMax(before), rubricMax(after)];
  const follows = points === null || points === was || (!said && (taken || was === 0));
  return follows ? becomes || points : points;
}

/** Something in a rubric: what cannot be issued, and what is said but may be meant so. */
export interface RubricRemark {
  path: string;
  why:
    | 'noCriteria'
    | 'tooManyCriteria'
    | 'noName'
    | 'oneLevel'
    | 'tooManyLevels'
    | 'noPoints'
    | 'rangeBackwards'
    | 'equalPoints'
    | 'notRising';
  /** it can be used all the same */
  only: 'said' | 'refused';
}

/**
 * What is wrong with a rubric, in the order of its criteria. Two levels of equal points, or levels that do
 * not rise, are said and not refused: somebody may want two ways to the same points.
 */
export function rubricRemarks({ criteria }: Rubric): RubricRemark[] {
  const remarks: RubricRemark[] = [];
  const refuse = (path: string, why: RubricRemark['why']) => remarks.push({ path, why, only: 'refused' });
  if (criteria.length === 0) refuse('criteria', 'noCriteria');
  if (criteria.length > MOST_CRITERIA) refuse('criteria', 'tooManyCriteria');
  for (const [index, criterion] of criteria.entries()) {
    const path = `criteria.${index}`;
    const { levels } = criterion;
    if (criterion.name.trim() === '') refuse(`${path}.name`, 'noName');
    if (levels.length < 2) refuse(`${path}.levels`, 'oneLevel');
    if (levels.length > MOST_LEVELS) refuse(`${path}.levels`, 'tooManyLevels');
    if (levels.length >= 2 && criterionMax(criterion) === 0) refuse(`${path}.levels`, 'noPoints');
    for (const [at, level] of levels.entries()) {
      if (level.upTo !== null && level.upTo < level.points) refuse(`${path}.levels.${at}.upTo`, 'rangeBackwards');
      const before = levels[at - 1];
      if (!before) continue;
      if (before.points === level.points) remarks.push({ path: `${path}.levels.${at}`, why: 'equalPoints', only: 'said' });
      else if (before.points > level.points) remarks.push({ path: `${path}.levels.${at}`, why: 'notRising', only: 'said' });
    }
  }
  return remarks;
}
