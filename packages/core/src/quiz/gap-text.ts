import { multiply, greatest, ratio, ZERO, type Ratio } from '../quantities';
import type { Gap } from './question';

const WHITE = /[\s\u0085]+/gu;
const tidy = (text: string) => text.replace(WHITE, ' ').trim();

/** A text as gaps compare it (docs/rules.md, 10). @example with case and accents ignored 'É té' and 'e  te' are alike */
export function comparedText(
  text: string,
  { ignoreCase, ignoreAccents, ignorePunctuation }: Pick<Gap, 'ignoreCase' | 'ignoreAccents' | 'ignorePunctuation'>,
): string {
  let compared = tidy(text.normalize('NFC'));
  if (ignoreCase) compared = compared.toLowerCase();
  if (ignoreAccents) compared = compared.normalize('NFD').replace(/\p{M}/gu, '').normalize('NFC');
  if (ignorePunctuation) compared = tidy(compared.replace(/\p{P}/gu, ''));
  return compared;
}

/**
 * How many letters of a text would have to be put in, left out, replaced or swapped with their neighbour to make it another
 * (optimal string alignment, in code points), as far as it is asked.
 *
 * @param most more than this is not told apart
 * @returns most + 1 for anything above
 * @example lettersApart('abrassion', 'abrasion', 2) -> 1; lettersApart('form', 'from', 2) -> 1
 */
export function lettersApart(a: string, b: string, most: number): number {
  const [x, y] = [[...a], [...b]];
  if (Math.abs(x.length - y.length) > most) return most + 1;
  let before: number[] = [];
  let last = Array.from({ length: y.length + 1 }, (_, j) => j);
  for (let i = 1; i <= x.length; i++) {
    const row = [i];
    for (let j = 1; j <= y.length; j++) {
      const cost = x[i - 1] === y[j - 1] ? 0 : 1;
      let least = Math.min(last[j]! + 1, row[j - 1]! + 1, last[j - 1]! + cost);
      if (i > 1 && j > 1 && x[i - 1] === y[j - 2] && x[i - 2] === y[j - 1]) least = Math.min(least, before[j - 2]! + 1);
      row.push(least);
    }
    [before, last] = [last, row];
  }
  return Math.min(last[y.length]!, most + 1);
}

/** Shorter words change into others with a letter or two, so for them no letter may be wrong. */
const LEAST_LETTERS = [0, 4, 8] as const;

/** How an answer stands to a gap: with what share, and with how many letters wrong it was taken; null: not at all. */
export interface GapMatch {
  share: Ratio;
  text: string;
  lettersOff: number;
}

/**
 * The accepted text of a gap that gives an answer most, or null if none does (docs/rules.md, 10).
 * @example accepted 'abrasion', near 1: 'abrassion' -> { share: 1, text: 'abrasion', lettersOff: 1 }; 'erosion' -> null
 */
export function gapMatch(gap: Gap, answer: string): GapMatch | null {
  const written = comparedText(answer, gap);
  let best: GapMatch | null = null;
  for (const { text, percent } of gap.accepted) {
    const right = comparedText(text, gap);
    const full = ratio(percent, 100_000);
    const off = written === right ? 0 : gap.near === 0 ? Infinity : lettersApart(written, right, gap.near);
    if (off > gap.near || [...right].length < LEAST_LETTERS[off as 0 | 1 | 2]) continue;
    const share = off === 0 ? full : multiply(full, ratio(gap.nearPercent, 100_000));
    if (best === null || greatest(share, best.share) !== best.share) best = { share, text, lettersOff: off };
  }
  return best;
}

/** The share of a gap that an answer earns. */
export const gapShare = (gap: Gap, answer: string): Ratio => gapMatch(gap, answer)?.share ?? ZERO;
