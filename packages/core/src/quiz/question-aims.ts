import type { MilliPoints } from '../quantities';
import type { QuestionPoints } from './quiz-score';

/** What the questions of a quiz that are about one aim came to for one student, together. */
export interface QuestionAim {
  aim: string;
  earned: MilliPoints;
  /** above 0 */
  max: MilliPoints;
  questions: number;
}

/**
 * What a try says about the aims of single questions (docs/rules.md, choices): for each aim the points of its questions
 * together, in the order in which the aims come up. A question that was dropped, gives no points or waits says nothing.
 *
 * @param aimsOf by question
 * @example two questions of an aim with 1 of 1 and 1 of 3 points -> earned 2 of 4, over 2 questions
 */
export function questionAims(points: readonly QuestionPoints[], aimsOf: ReadonlyMap<string, readonly string[]>): QuestionAim[] {
  const found = new Map<string, QuestionAim>();
  for (const { id, points: earned, max } of points)
    if (earned !== null && max > 0)
      for (const aim of aimsOf.get(id) ?? []) {
        const so = found.get(aim) ?? { aim, earned: 0, max: 0, questions: 0 };
        found.set(aim, { aim, earned: so.earned + earned, max: so.max + max, questions: so.questions + 1 });
      }
  return [...found.values()];
}
