import type { InLanguages, Language } from '../languages';
import type { MilliPercent } from '../quantities';

/** What assignments count under; weight in thousandths of a percent, relative to the others. */
export interface Category {
  id: string;
  name: string;
  weight: MilliPercent;
  /** pooled: all points in one pot; equal: every piece weighs the same */
  within: 'pooled' | 'equal';
  /** how many of the lowest are left out */
  leaveOut: number;
  /** at most so many of the best stay; null keeps all */
  keepBest: number | null;
  /** counts on top: adds to the total without making it harder to reach */
  bonus: boolean;
}

/** A letter or word, and the percentage from which it is given. */
export interface Band {
  name: string;
  from: MilliPercent;
  /** its name in other languages, where the teacher wrote it so */
  otherNames?: InLanguages<string>;
}

/** What a missing piece counts as, and from when. */
export interface MissingRule {
  kind: 'leaveOut' | 'whenClosed' | 'whenDue';
  /** of the piece's points, in thousandths of a percent */
  percent: MilliPercent;
}

/** How a class comes from scores to a total. */
export interface Scheme {
  kind: 'weighted' | 'points' | 'none';
  categories: readonly Category[];
  missing: MissingRule;
  decimals: 0 | 1 | 2;
  bands: readonly Band[];
  /** the language in which bands were named first; left out where nobody said */
  bandsLanguage?: Language;
  /** is a total compared with a band as it is shown, or exactly? */
  bandsBy: 'shown' | 'exact';
  /** by the name of a term: its weight in the year's total; a term that is not named weighs 1, one of 0 counts not at all */
  termWeights?: Readonly<Record<string, number>>;
}

export const HUNDRED_PERCENT: MilliPercent = 100_000;
export const MOST_CATEGORIES = 20;
export const MOST_BANDS = 20;
export const MOST_TERM_WEIGHT = 1000;

/** What a class has until a teacher decides otherwise: every point counts alike, missing work is left out. */
export const FIRST_SCHEME: Scheme = {
  kind: 'points',
  categories: [],
  missing: { kind: 'leaveOut', percent: 0 },
  decimals: 1,
  bands: [],
  bandsBy: 'shown',
};

/** What is wrong with a scheme, where; `path` as in the document, such as `categories.1.weight`. */
export interface SchemeProblem {
  path: string;
  why: 'noName' | 'sameName' | 'weight' | 'noCategory' | 'onlyBonus' | 'leaveOut' | 'keepBest' | 'bandOrder' | 'bandGap' | 'missingPercent';
}

/**
 * Everything that keeps a scheme from being used, in the order of its fields. Weights need not come to
 * 100: they are relative, and `weightsCome` says to what.
 *
 * Bands are lower bounds, so they can neither overlap nor leave a gap between them; what remains to be
 * refused is two with the same bound (one would never be given) and none that begins at 0.
 */
export function schemeProblems(scheme: Scheme): SchemeProblem[] {
  const problems: SchemeProblem[] = [];
  const names = new Set<string>();
  const add = (path: string, why: SchemeProblem['why']) => problems.push({ path, why });
  for (const [index, category] of scheme.categories.entries()) {
    const at = `categories.${index}`;
    const name = category.name.trim().toLowerCase();
    if (name === '') add(`${at}.name`, 'noName');
    else if (names.has(name)) add(`${at}.name`, 'sameName');
    names.add(name);
    if (scheme.kind === 'weighted' && category.weight <= 0) add(`${at}.weight`, 'weight');
    if (category.leaveOut < 0) add(`${at}.leaveOut`, 'leaveOut');
    if (category.keepBest !== null && category.keepBest < 1) add(`${at}.keepBest`, 'keepBest');
  }
  if (scheme.kind === 'weighted') {
    if (scheme.categories.length === 0) add('categories', 'noCategory');
    else if (scheme.categories.every((category) => category.bonus)) add('categories', 'onlyBonus');
  }
  if (scheme.missing.percent < 0 || scheme.missing.percent > HUNDRED_PERCENT) add('missing.percent', 'missingPercent');
  const bounds = new Set<number>();
  for (const [index, band] of scheme.bands.entries()) {
    if (band.name.trim() === '') add(`bands.${index}.name`, 'noName');
    if (bounds.has(band.from)) add(`bands.${index}.from`, 'bandOrder');
    bounds.add(band.from);
  }
  if (scheme.bands.length > 0 && !bounds.has(0)) add('bands', 'bandGap');
  return problems;
}

/** What the weights of the ordinary categories come to; 100 % needs no word, anything else is explained. */
export function weightsCome(scheme: Scheme): MilliPercent {
  return scheme.categories.reduce((sum, category) => sum + (category.bonus ? 0 : category.weight), 0);
}
