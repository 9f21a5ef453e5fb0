import { add, ratio, ZERO, type MilliPoints, type Ratio } from '../quantities';
import type { CountedItem } from './counted-items';
import type { Category } from './scheme';

/** How many of `count` ordinary items stay; at least one always does (docs/rules.md, 5). */
export function keepCount(count: number, { leaveOut, keepBest }: Pick<Category, 'leaveOut' | 'keepBest'>): number {
  return count === 0 ? 0 : Math.max(1, Math.min(keepBest ?? count, count - leaveOut));
}

export const earnedOf = (items: readonly CountedItem[]): MilliPoints => items.reduce((sum, item) => sum + item.earned, 0);
export const pointsOf = (items: readonly CountedItem[]): MilliPoints => items.reduce((sum, item) => sum + item.points, 0);

/**
 * a·b − c·d of whole numbers, as its sign. In floating point wherever both products are whole numbers that it
 * holds exactly, which is nearly always; else in big integers. The answer is the same.
 */
function compareProducts(a: number, b: number, c: number, d: number): number {
  const [left, right] = [a * b, c * d];
  if (Math.abs(left) <= Number.MAX_SAFE_INTEGER && Math.abs(right) <= Number.MAX_SAFE_INTEGER) return left - right;
  const difference = BigInt(a) * BigInt(b) - BigInt(c) * BigInt(d);
  return difference < 0n ? -1 : difference > 0n ? 1 : 0;
}

// Of two that are worth the same, the one due later is left out; without a date is later than any date.
function earlierFirst(a: CountedItem, b: CountedItem): number {
  const [early, late] = [a.due ?? Infinity, b.due ?? Infinity];
  return early === late ? (a.id < b.id ? -1 : 1) : early - late;
}

/** The `keep` items that are worth most by earned · per − points · of, most first. */
function worthMost(items: readonly CountedItem[], keep: number, of: number, per: number): CountedItem[] {
  const most = items.reduce((found, item) => Math.max(found, item.earned * per + item.points * of), 0);
  if (most <= Number.MAX_SAFE_INTEGER) {
    const worth = items.map((item) => ({ item, is: item.earned * per - item.points * of }));
    worth.sort((a, b) => b.is - a.is || earlierFirst(a.item, b.item));
    return worth.slice(0, keep).map(({ item }) => item);
  }
  const [up, down] = [BigInt(per), BigInt(of)];
  const worth = items.map((item) => ({ item, is: BigInt(item.earned) * up - BigInt(item.points) * down }));
  worth.sort((a, b) => (a.is === b.is ? earlierFirst(a.item, b.item) : a.is > b.is ? -1 : 1));
  return worth.slice(0, keep).map(({ item }) => item);
}

export interface Pool {
  items: readonly CountedItem[];
  /** how many of these stay */
  keep: number;
}

/**
 * Which items stay so that (Σ earned + onTop) / Σ points over all pools together is highest, exactly.
 *
 * Dinkelbach's iteration: for a given ratio λ the best set of a fixed size is the items with the highest
 * earned − λ · points, pool by pool; its ratio is the next λ. It is Newton's method on a falling convex function,
 * begun with the ratio of everything: the first step may fall, for that ratio can lie above what pools that are cut
 * differently reach together; from then on λ rises until it stays. Bound: O(log(m · M)) rounds for m items and sums
 * up to M, each a sort, O(m log m); in practice two to four. Sums are below 2^53, so λ is kept as two whole numbers
 * and every comparison is exact. The last round decides ties, whatever the order of the items.
 *
 * @param onTop points that count in the numerator only
 * @returns the items that stay, pool by pool, and their ratio; null if nothing stays
 */
export function bestSet(pools: readonly Pool[], onTop: MilliPoints): { stay: CountedItem[]; result: Ratio } | null {
  const used = pools.filter((pool) => pool.keep > 0);
  if (used.length === 0) return null;
  let stay = used.flatMap((pool) => pool.items);
  let [of, per] = [earnedOf(stay) + onTop, pointsOf(stay)];
  if (used.every((pool) => pool.keep === pool.items.length)) return { stay, result: ratio(of, per) };
  for (;;) {
    const [goal, goalPer] = [of, per];
    stay = used.flatMap((pool) => (pool.keep === pool.items.length ? [...pool.items] : worthMost(pool.items, pool.keep, goal, goalPer)));
    [of, per] = [earnedOf(stay) + onTop, pointsOf(stay)];
    if (compareProducts(of, goalPer, goal, per) === 0) return { stay, result: ratio(of, per) };
  }
}

/** Σ earned / points, exactly; pieces of the same points are added up first, so few fractions are left to add. */
function sumOfShares(items: readonly CountedItem[]): Ratio {
  const earned = new Map<MilliPoints, number>();
  for (const item of items) earned.set(item.points, (earned.get(item.points) ?? 0) + item.earned);
  let sum = ZERO;
  for (const [points, of] of earned) sum = add(sum, ratio(of, points));
  return sum;
}

const byShare = (a: CountedItem, b: CountedItem) => compareProducts(b.earned, a.points, a.earned, b.points) || earlierFirst(a, b);

/** What a category comes to for one student. */
export interface CategoryResult {
  id: string;
  /** 1 is 100 %; null while nothing ordinary counts in it */
  result: Ratio | null;
  stay: CountedItem[];
  leftOut: CountedItem[];
  bonus: CountedItem[];
}

/**
 * A category's result: pooled Σ earned / Σ points, or equal, the mean of earned / points, after leaving out
 * the lowest and keeping the best (docs/rules.md, 5).
 *
 * Leaving out of a pooled category takes the set that makes the result highest, not the lowest percentages:
 * only so can a better score never lower a result. `bestSet` says how it is found, and how fast.
 *
 * @example leave out the lowest 1 of 6/10, 7/12, 3/10 -> {6/10, 7/12} stay, 13/22
 */
export function categoryResult(items: readonly CountedItem[], category: Category): CategoryResult {
  const ordinary = items.filter((item) => !item.bonus);
  const bonus = items.filter((item) => item.bonus);
  const keep = keepCount(ordinary.length, category);
  const settle = (result: Ratio | null, stay: readonly CountedItem[]): CategoryResult => {
    if (stay.length === ordinary.length) return { id: category.id, result, stay: ordinary, leftOut: [], bonus };
    const staying = new Set(stay);
    return { id: category.id, result, stay: ordinary.filter((item) => staying.has(item)), leftOut: ordinary.filter((item) => !staying.has(item)), bonus };
  };
  if (category.within === 'pooled') {
    const best = bestSet([{ items: ordinary, keep }], earnedOf(bonus));
    return best ? settle(best.result, best.stay) : settle(null, []);
  }
  if (keep === 0) return settle(null, []);
  const stay = keep === ordinary.length ? ordinary : [...ordinary].sort(byShare).slice(0, keep);
  const sum = bonus.length === 0 ? sumOfShares(stay) : sumOfShares([...stay, ...bonus]);
  return settle(ratio(sum.num, sum.den * BigInt(keep)), stay);
}
