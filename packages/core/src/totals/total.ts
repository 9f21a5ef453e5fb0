import { add, compare, divide, multiply, percentText, ratio, ZERO, type MilliPoints, type Ratio } from '../quantities';
import { bestSet, categoryResult, earlierFirst, earnedOf, keepCount, type CategoryResult, type Pool } from './category-result';
import type { CountedItem } from './counted-items';
import { HUNDRED_PERCENT, type Band, type Category, type Scheme } from './scheme';

/** What one category gives to a total. */
export interface CategoryShare extends CategoryResult {
  /** its share of the total now; of a bonus category, what it adds is weighed with */
  weight: Ratio;
}

/** A total and how it comes about. */
export interface Total {
  /** 1 is 100 %; null while nothing counts, or where the class has no totals */
  result: Ratio | null;
  /** every category with its own result, in the scheme's order */
  categories: CategoryShare[];
  /** what is filed under no category: counted in a pool of points only */
  loose: CountedItem[];
  /** ids of the items that count in the total, bonus items included */
  counted: string[];
  /** of a pool of points: what was earned, on top included, out of what; null for any other scheme */
  pool: { earned: MilliPoints; points: MilliPoints } | null;
}

/** What holds for items that are filed under no category. */
const NO_CATEGORY = { leaveOut: 0, keepBest: null, bonus: false } as const;

const idsOf = (items: readonly CountedItem[]) => items.map((item) => item.id);
/** The items of a category before anything was left out. */
const itemsOf = ({ stay, leftOut, bonus }: CategoryResult): CountedItem[] => [...stay, ...leftOut, ...bonus];

function weightedTotal(scheme: Scheme, results: readonly CategoryResult[], loose: CountedItem[]): Total {
  let sum = 0;
  for (const [index, category] of scheme.categories.entries())
    if (!category.bonus && results[index]!.result !== null) sum += category.weight;
  let result: Ratio | null = sum === 0 ? null : ZERO;
  const categories = scheme.categories.map((category, index): CategoryShare => {
    const row = results[index]!;
    const weight = category.bonus
      ? ratio(category.weight, HUNDRED_PERCENT)
      : sum === 0 || row.result === null
        ? ZERO
        : ratio(category.weight, sum);
    if (result !== null && row.result !== null) result = add(result, multiply(weight, row.result));
    return { ...row, weight };
  });
  const counted: string[] = [];
  if (result !== null)
    for (const { result: own, stay, bonus } of categories) {
      if (own === null) continue;
      for (const item of stay) counted.push(item.id);
      for (const item of bonus) counted.push(item.id);
    }
  return { result, categories, loose, counted, pool: null };
}

function pointsTotal(scheme: Scheme, results: readonly CategoryResult[], loose: CountedItem[]): Total {
  const pools: Pool[] = [];
  // Ids on top: bonus items, and of a bonus category the highest-earned that stay.
  const onTop: CountedItem[] = [];
  const file = (category: Pick<Category, 'leaveOut' | 'keepBest' | 'bonus'>, ordinary: CountedItem[], bonus: CountedItem[]) => {
    const keep = keepCount(ordinary.length, category);
    onTop.push(...bonus);
    if (!category.bonus) pools.push({ items: ordinary, keep });
    else onTop.push(...[...ordinary].sort((a, b) => b.earned - a.earned || earlierFirst(a, b)).slice(0, keep));
  };
  for (const [index, category] of scheme.categories.entries()) {
    const { stay, leftOut, bonus } = results[index]!;
    file(category, leftOut.length === 0 ? stay : [...stay, ...leftOut], bonus);
  }
  if (loose.length > 0)
    file(
      NO_CATEGORY,
      loose.filter((item) => !item.bonus),
      loose.filter((item) => item.bonus),
    );
  const best = bestSet(pools, earnedOf(onTop));
  const categories = results.map((row): CategoryShare => ({ ...row, weight: ZERO }));
  if (!best) return { result: null, categories, loose, counted: [], pool: null };
  const { out, earned, points } = best;
  const counted = idsOf(onTop);
  for (const { items } of pools) for (const item of items) if (!out.has(item)) counted.push(item.id);
  return { result: ratio(earned, points), categories, loose, counted, pool: { earned, points } };
}

function settle(scheme: Scheme, results: readonly CategoryResult[], loose: CountedItem[]): Total {
  if (scheme.kind === 'weighted') return weightedTotal(scheme, results, loose);
  if (scheme.kind === 'points') return pointsTotal(scheme, results, loose);
  return { result: null, categories: results.map((row) => ({ ...row, weight: ZERO })), loose, counted: [], pool: null };
}

/**
 * A student's total by the class's scheme, exact, with its derivation (docs/rules.md, 5).
 *
 * - `weighted`: Σ w·r / Σ w over categories with a result; a bonus category adds w·r, w relative to 100.
 * - `points`: Σ earned / Σ points of all ordinary items that stay, chosen together so that it is highest.
 * - `none`: no total; the categories still have their results.
 */
export function totalOf(scheme: Scheme, items: readonly CountedItem[]): Total {
  const filed = new Map<string, CountedItem[]>(scheme.categories.map((category) => [category.id, []]));
  const loose: CountedItem[] = [];
  for (const item of items) (item.category === null ? loose : (filed.get(item.category) ?? loose)).push(item);
  return settle(
    scheme,
    scheme.categories.map((category) => categoryResult(filed.get(category.id)!, category)),
    loose,
  );
}

/**
 * The total after one piece has changed: only its category is counted again, and the sum. The same as counting
 * everything anew.
 *
 * @param before by the same scheme
 * @param id of the piece @param item as it counts now; null if it does not count any more
 */
export function recount(scheme: Scheme, before: Total, id: string, item: CountedItem | null): Total {
  const isIt = (one: CountedItem) => one.id === id;
  const home = item === null || item.category === null ? -1 : scheme.categories.findIndex((category) => category.id === item.category);
  const results = before.categories.map((row, index): CategoryResult => {
    const had = row.stay.some(isIt) || row.leftOut.some(isIt) || row.bonus.some(isIt);
    if (!had && index !== home) return row;
    const others = itemsOf(row).filter((one) => !isIt(one));
    return categoryResult(index === home ? [...others, item!] : others, scheme.categories[index]!);
  });
  const rest = before.loose.some(isIt) ? before.loose.filter((one) => !isIt(one)) : before.loose;
  return settle(scheme, results, item !== null && home === -1 ? [...rest, item] : rest);
}

/** The total of several terms: Σ weight × total / Σ weight over the terms that have one. */
export function yearTotal(terms: readonly { weight: number; total: Ratio | null }[]): Ratio | null {
  let [sum, weights] = [ZERO, 0];
  for (const { weight, total } of terms) {
    if (total === null) continue;
    sum = add(sum, multiply(ratio(weight), total));
    weights += weight;
  }
  return weights === 0 ? null : divide(sum, ratio(weights));
}

/** A total as the class shows it, rounded once, half up. @example 66.3894… at one decimal -> '66.4' */
export const totalText = (total: Ratio, scheme: Pick<Scheme, 'decimals'>): string => percentText(total, scheme.decimals);

/** The highest band whose lower bound is not above the total, shown or exact as the class sets; null without bands. */
export function bandOf(total: Ratio, scheme: Pick<Scheme, 'bands' | 'bandsBy' | 'decimals'>): Band | null {
  const shown = (digits: string) => ratio(BigInt(digits.replace('.', '')), 100n * 10n ** BigInt(scheme.decimals));
  const value = scheme.bandsBy === 'exact' ? total : shown(totalText(total, scheme));
  let best: Band | null = null;
  for (const band of scheme.bands) {
    if (compare(ratio(band.from, HUNDRED_PERCENT), value) <= 0 && (best === null || band.from > best.from)) best = band;
  }
  return best;
}
