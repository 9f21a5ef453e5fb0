import { writtenPoints, type Language, type MilliPoints } from '@jolly/core';
import type { CriterionLevel, LetterShows } from '../../contract';
import { directionOf, say, wordsIn } from '../../words';

/** A score as a letter says it: what counts, out of what, and what being late took off. */
export interface ScoreBack {
  effective: MilliPoints | null;
  points: MilliPoints | null;
  takenOff: MilliPoints;
}

/** What a return brought, as far as the class lets letters say it. */
export interface WhatCameBack {
  /** null where the class keeps scores out of letters, or there is none */
  score: ScoreBack | null;
  /** of a correction: what was there before */
  was: ScoreBack | null;
  remark: string;
  criteria: CriterionLevel[];
  notes: string[];
}

const ORDER: readonly LetterShows[] = ['nothing', 'words', 'score'];
/** The least of what the class lets letters say and what their reader wants in them. */
export const leastOf = (a: LetterShows, b: LetterShows): LetterShows => ORDER[Math.min(ORDER.indexOf(a), ORDER.indexOf(b))]!;

/** As much of it as may be said; null if nothing may. */
export function allowed(back: WhatCameBack | null | undefined, shows: LetterShows): WhatCameBack | null {
  if (!back || shows === 'nothing') return null;
  return shows === 'words' ? { ...back, score: null, was: null } : back;
}

const sameScore = (a: ScoreBack | null, b: ScoreBack | null) => a?.effective === b?.effective && a?.takenOff === b?.takenOff;

function scoreText({ effective, points }: ScoreBack, language: Language): string {
  const { letters } = wordsIn(language);
  if (effective === null) return letters.noScore;
  return points === null
    ? writtenPoints(language, effective)
    : say(letters.outOf, { a: writtenPoints(language, effective), b: writtenPoints(language, points) });
}

/** The lines that stand below “… is back”, what is ours in the reader's language. What people wrote stays as it is. */
export function linesOfBack(back: WhatCameBack, language: Language): string[] {
  const { letters } = wordsIn(language);
  const { score, was, remark, criteria, notes } = back;
  const lines: string[] = [];
  if (was && !sameScore(was, score)) {
    lines.push(`${letters.scoreWas}: ${scoreText(was, language)}`);
    lines.push(`${letters.scoreIs}: ${score ? scoreText(score, language) : letters.noScore}`);
  } else if (score && score.effective !== null) lines.push(`${letters.score}: ${scoreText(score, language)}`);
  if (score && score.takenOff > 0) lines.push(`${letters.forLate}: ${writtenPoints(language, score.takenOff)}`);
  for (const { criterion, level, descriptor, words } of criteria) {
    const said = [level, descriptor].filter(Boolean).join(': ');
    lines.push([`${criterion}${said ? ` – ${said}` : ''}`, words].filter(Boolean).join(' · '));
  }
  if (remark) lines.push(...remark.split('\n').filter((line) => line.trim() !== ''));
  if (notes.length > 0) lines.push(`${letters.notes}:`, ...notes.map((note) => `· ${note.replace(/\s+/g, ' ')}`));
  return lines;
}

/** What a correction changed, in a few words for the list of news of somebody who reads this language. */
export function changeText({ score, was }: Pick<WhatCameBack, 'score' | 'was'>, language: Language): string {
  if (!was || sameScore(was, score)) return '';
  const now = score ? scoreText(score, language) : wordsIn(language).letters.noScore;
  return `${scoreText(was, language)} ${directionOf(language) === 'rtl' ? '←' : '→'} ${now}`;
}
