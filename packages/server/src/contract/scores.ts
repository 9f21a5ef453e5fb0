/** What is given for a piece of work: by points, by a rubric, by words. */
import type { Instant, MilliPoints, RichText, RubricChoices } from '@jolly/core';

export type BookActKind = 'typed' | 'pasted' | 'filled' | 'sameForAll' | 'restored' | 'remarked' | 'broughtIn';
export type WhyScored = 'rubricChanged' | 'keyChanged' | 'agreed' | 'pointsChanged' | BookActKind | 'undone' | 'redone';
/** What was chosen to score a piece by something else than points. */
export type Chosen =
  | { by: 'rubric'; choices: RubricChoices }
  | { by: 'words'; word: string }
  | { by: 'done'; done: boolean }
  /** it follows from the answers to a quiz */
  | { by: 'quiz' };
/** What a teacher says to single criteria of the rubric, by criterion. */
export type CriterionWords = Record<string, string>;
/** Points given or taken beside what was chosen or typed, and why. */
export interface Adjustment {
  by: MilliPoints;
  reason: string;
}
export interface GivenView {
  /** of the last scored round, any adjustment in it */
  earned: MilliPoints | null;
  chosen: Chosen | null;
  remark: RichText;
  words: CriterionWords;
  adjust: Adjustment | null;
  /** of earlier scored rounds, the first first */
  rounds: MilliPoints[];
  /** what counts of all rounds, before lateness */
  counted: MilliPoints | null;
  takenOff: MilliPoints;
  effective: MilliPoints | null;
}
export interface ScoreView extends GivenView {
  /** false while a criterion has no choice */
  complete: boolean;
  at: Instant;
  by: string;
}
