import { add, compare, divide, multiply, percentText, ratio, ZERO, type Ratio } from '../quantities';
import { bestSet, categoryResult, keepCount, type CategoryResult } from './category-result';
import type { CountedItem } from './counted-items';
import { HUNDRED_PERCENT, type Band, type Scheme } from './scheme';

/** A total and how it comes about. */
export interface Total {
  /** 1 is 100 %; null while nothing counts, or where the class has no totals */
  result: Ratio | null;
  /** every category with its own result, in the scheme's order; `weight` is its share of the total now */
  categories: (CategoryResult & { weight: Ratio })[];
  /** ids of the items that count in the total, bonus items included */
  counted: string[];
}

/** The category of items that are filed under none: they count in a `points` total, and in no weighted one. */
const NO_CATEGORY = { id: '', name: '', weight: 0, within: 'pooled', leaveOut: 0, keepBest: null, bonus: false } as const;

const sumOf = (items: readonly CountedItem[]) => items.reduce((sum, item) => sum + item.earned, 0);
const idsOf = (items: readonly CountedItem[]) => items.map((item) => item.id);

function weightedTotal(scheme: Scheme, results: readonly CategoryResult[]): Total {
  const rows = scheme.categories.map((category, index) => ({ category, ...results[index]! }));
  const weighing = rows.filter(({ category, result }) => !category.bonus && result !== null);
  const sum = weighing.reduce((total, { category }) => total + category.weight, 0);
  let result: Ratio | null = sum === 0 ? null : ZERO;
  const categories = rows.map(({ category, ...row }) => {
    const weight = category.bonus ? ratio(category.weight, HUNDRED_PERCENT) : sum === 0 || row.result === null ? ZERO : ratio(category.weight, sum);
    if (result !== null && row.result !== null) result = add(result, multiply(weight, row.result));
    return { ...row, weight };
  });
  return { result, categories, counted: result === null ? [] : categories.flatMap((row) => (row.result === null ? [] : idsOf([...row.stay, ...row.bonus]))) };
}

function pointsTotal(scheme: Scheme, items: readonly CountedItem[], results: readonly CategoryResult[]): Total {
  const known = new Set(scheme.categories.map((category) => category.id));
  const filed = [...scheme.categories, NO_CATEGORY].map((category) => ({
    category,
    ordinary: items.filter((item) => !item.bonus && (item.category !== null && known.has(item.category) ? item.category : '') === category.id),
  }));
  const extra = filed
    .filter(({ category }) => category.bonus)
    .flatMap(({ category, ordinary }) => [...ordinary].sort((a, b) => b.earned - a.earned).slice(0, keepCount(ordinary.length, category)));
  const onTop = [...items.filter((item) => item.bonus), ...extra];
  const best = bestSet(
    filed.filter(({ category }) => !category.bonus).map(({ category, ordinary }) => ({ items: ordinary, keep: keepCount(ordinary.length, category) })),
    sumOf(onTop),
  );
  return { result: best?.result ?? null, categories: results.map((row) => ({ ...row, weight: ZERO })), counted: best ? idsOf([...best.stay, ...onTop]) : [] };
}

/**
 * A student's total by the class's scheme, exact, with its derivation (docs/rules.md, 5).
 *
 * - `weighted`: Σ w·r / Σ w over categories with a result; a bonus category adds w·r, w relative to 100.
 * - `points`: Σ earned / Σ points of all ordinary items that stay, chosen together so that it is highest.
 * - `none`: no total; the categories still have their results.
 */
export function totalOf(scheme: Scheme, items: readonly CountedItem[]): Total {
  const results = scheme.categories.map((category) =>
    categoryResult(
      items.filter((item) => item.category === category.id),
      category,
    ),
  );
  if (scheme.kind === 'weighted') return weightedTotal(scheme, results);
  if (scheme.kind === 'points') return pointsTotal(scheme, items, results);
  return { result: null, categories: results.map((row) => ({ ...row, weight: ZERO })), counted: [] };
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
