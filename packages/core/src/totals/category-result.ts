import { add, compare, ratio, ZERO, type Ratio } from '../quantities';
import type { CountedItem } from './counted-items';
import type { Category } from './scheme';

/** How many of `count` ordinary items stay; at least one always does (docs/rules.md, 5). */
export function keepCount(count: number, { leaveOut, keepBest }: Pick<Category, 'leaveOut' | 'keepBest'>): number {
  return count === 0 ? 0 : Math.max(1, Math.min(keepBest ?? count, count - leaveOut));
}

// Of two that are worth the same, the one due later is left out; without a date is later than any date.
function byWorth<T extends CountedItem>(worth: (item: T) => bigint): (a: T, b: T) => number {
  return (a, b) => {
    const [left, right] = [worth(a), worth(b)];
    if (left !== right) return left > right ? -1 : 1;
    const [early, late] = [a.due ?? Infinity, b.due ?? Infinity];
    return early === late ? (a.id < b.id ? -1 : 1) : early - late;
  };
}

export interface Pool {
  items: readonly CountedItem[];
  /** how many of these stay */
  keep: number;
}

/**
 * Which items stay so that (Σ earned + onTop) / Σ points over all pools together is highest.
 *
 * Dinkelbach's iteration: for a given ratio λ the best set of a fixed size is the items with the highest
 * earned − λ · points, pool by pool; its ratio is the next λ. λ rises each round and there are finitely many
 * sets, so it ends, exactly, at the highest ratio; in practice after a handful of rounds, each a sort.
 *
 * @param onTop points that count in the numerator only
 * @returns the items that stay, and their ratio; null if nothing stays
 */
export function bestSet(pools: readonly Pool[], onTop: number): { stay: CountedItem[]; result: Ratio } | null {
  if (!pools.some((pool) => pool.keep > 0)) return null;
  let goal = ZERO;
  for (;;) {
    const { num, den } = goal;
    const worth = (item: CountedItem) => BigInt(item.earned) * den - BigInt(item.points) * num;
    const stay = pools.flatMap((pool) => (pool.keep === pool.items.length ? [...pool.items] : [...pool.items].sort(byWorth(worth)).slice(0, pool.keep)));
    const earned = stay.reduce((sum, item) => sum + item.earned, onTop);
    const result = ratio(
      earned,
      stay.reduce((sum, item) => sum + item.points, 0),
    );
    if (compare(result, goal) <= 0) return { stay, result };
    goal = result;
  }
}

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
 * only so can a better score never lower a result.
 *
 * @example leave out the lowest 1 of 6/10, 7/12, 3/10 -> {6/10, 7/12} stay, 13/22
 */
export function categoryResult(items: readonly CountedItem[], category: Category): CategoryResult {
  const ordinary = items.filter((item) => !item.bonus);
  const bonus = items.filter((item) => item.bonus);
  const keep = keepCount(ordinary.length, category);
  const settle = (result: Ratio | null, stay: CountedItem[]): CategoryResult => {
    const staying = new Set(stay.map((item) => item.id));
    return { id: category.id, result, stay: ordinary.filter((item) => staying.has(item.id)), leftOut: ordinary.filter((item) => !staying.has(item.id)), bonus };
  };
  if (category.within === 'pooled') {
    const best = bestSet(
      [{ items: ordinary, keep }],
      bonus.reduce((sum, item) => sum + item.earned, 0),
    );
    return best ? settle(best.result, best.stay) : settle(null, []);
  }
  if (keep === 0) return settle(null, []);
  const share = (item: CountedItem) => ratio(item.earned, item.points);
  const common = ordinary.reduce((product, item) => product * BigInt(item.points), 1n);
  const stay = [...ordinary].sort(byWorth((item) => (BigInt(item.earned) * common) / BigInt(item.points))).slice(0, keep);
  const sum = [...stay, ...bonus].reduce((total, item) => add(total, share(item)), ZERO);
  return settle(ratio(sum.num, sum.den * BigInt(keep)), stay);
}
