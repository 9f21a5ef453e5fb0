import { add, ratio, ZERO, type MilliPoints, type Ratio } from '../quantities';
import type { CountedItem } from './counted-items';
import type { Category } from './scheme';

/** How many of `count` ordinary items stay; at least one always does (docs/rules.md, 5). */
export function keepCount(count: number, { leaveOut, keepBest }: Pick<Category, 'leaveOut' | 'keepBest'>): number {
  return count === 0 ? 0 : Math.max(1, Math.min(keepBest ?? count, count - leaveOut));
}

export function earnedOf(items: readonly CountedItem[]): MilliPoints {
  let sum = 0;
  for (const item of items) sum += item.earned;
  return sum;
}
export function pointsOf(items: readonly CountedItem[]): MilliPoints {
  let sum = 0;
  for (const item of items) sum += item.points;
  return sum;
}

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

/** Of two that are worth the same, the one due later is left out; without a date is later than any date. */
export function earlierFirst(a: CountedItem, b: CountedItem): number {
  const [early, late] = [a.due ?? Infinity, b.due ?? Infinity];
  return early === late ? (a.id < b.id ? -1 : 1) : early - late;
}

type Worth = (item: CountedItem) => number | bigint;
/** Negative if a is rather left out than b: worth less, or worth the same and due later. */
const leftOutFirst = (worth: Worth) => (a: CountedItem, b: CountedItem) => {
  const [x, y] = [worth(a), worth(b)];
  return x < y ? -1 : x > y ? 1 : earlierFirst(b, a);
};

const FEW = 12;
/** The `count` items that are rather left out than any other. A few are found by going through all of them so often, more by sorting. */
function leastWorth(items: readonly CountedItem[], count: number, worth: Worth): CountedItem[] {
  const first = leftOutFirst(worth);
  if (count > FEW) return [...items].sort(first).slice(0, count);
  const least: CountedItem[] = [];
  for (const item of items) {
    if (least.length === count && first(item, least.at(-1)!) > 0) continue;
    let place = least.length === count ? count - 1 : least.length;
    for (; place > 0 && first(item, least[place - 1]!) < 0; place--) least[place] = least[place - 1]!;
    least[place] = item;
  }
  return least;
}

export interface Pool {
  items: readonly CountedItem[];
  /** how many of these stay */
  keep: number;
}

const NOBODY: ReadonlySet<CountedItem> = new Set();

/**
 * What to leave out so that (Σ earned + onTop) / Σ points of what stays in all pools together is highest, exactly.
 *
 * Dinkelbach's iteration: for a given ratio λ the best set of a fixed size is the items with the highest
 * earned − λ · points, pool by pool; its ratio is the next λ. It is Newton's method on a falling convex function,
 * begun with the ratio of everything: the first step may fall, for that ratio can lie above what pools that are cut
 * differently reach together; from then on λ rises until it stays. Bound: O(log(m · M)) rounds for m items and sums
 * up to M, each O(m) for a few that are left out and O(m log m) for many; in practice two to four rounds. Sums are
 * below 2^53, so λ is kept as two whole numbers and every comparison is exact. The last round decides ties,
 * whatever the order of the items.
 *
 * @param onTop points that count in the numerator only
 * @returns what is left out, and what stays as a ratio with its sums; null if nothing stays
 */
export function bestSet(
  pools: readonly Pool[],
  onTop: MilliPoints,
): { out: ReadonlySet<CountedItem>; earned: MilliPoints; points: MilliPoints } | null {
  let [allEarned, allPoints, keeps, cut] = [onTop, 0, 0, 0];
  for (const { items, keep } of pools) {
    allEarned += earnedOf(items);
    allPoints += pointsOf(items);
    keeps += keep;
    cut += items.length - keep;
  }
  if (keeps === 0) return null;
  if (cut === 0) return { out: NOBODY, earned: allEarned, points: allPoints };
  let [of, per] = [allEarned, allPoints];
  for (;;) {
    const [goal, goalPer] = [of, per];
    // Where a product could be larger than a double holds exactly, all are taken as big integers.
    const exact = pools.every(({ items }) => items.every((item) => isSmall(item, goal, goalPer)));
    const [up, down] = [BigInt(goalPer), BigInt(goal)];
    const worth: Worth = exact
      ? (item) => item.earned * goalPer - item.points * goal
      : (item) => BigInt(item.earned) * up - BigInt(item.points) * down;
    const least = pools.flatMap(({ items, keep }) => (keep === items.length ? [] : leastWorth(items, items.length - keep, worth)));
    [of, per] = [allEarned - earnedOf(least), allPoints - pointsOf(least)];
    if (compareProducts(of, goalPer, goal, per) === 0) return { out: new Set(least), earned: of, points: per };
  }
}
const isSmall = ({ earned, points }: CountedItem, of: number, per: number) => earned * per + points * of <= Number.MAX_SAFE_INTEGER;

/** Σ earned / points, exactly; pieces of the same points are added up first, so few fractions are left to add. */
function sumOfShares(items: readonly CountedItem[]): Ratio {
  const earned = new Map<MilliPoints, number>();
  for (const item of items) earned.set(item.points, (earned.get(item.points) ?? 0) + item.earned);
  let sum = ZERO;
  for (const [points, of] of earned) sum = add(sum, ratio(of, points));
  return sum;
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
 * only so can a better score never lower a result. `bestSet` says how it is found, and how fast.
 *
 * @example leave out the lowest 1 of 6/10, 7/12, 3/10 -> {6/10, 7/12} stay, 13/22
 */
export function categoryResult(items: readonly CountedItem[], category: Category): CategoryResult {
  const ordinary: CountedItem[] = [];
  const bonus: CountedItem[] = [];
  for (const item of items) (item.bonus ? bonus : ordinary).push(item);
  const keep = keepCount(ordinary.length, category);
  const { id } = category;
  if (keep === 0) return { id, result: null, stay: [], leftOut: [], bonus };
  const settle = (result: Ratio, out: ReadonlySet<CountedItem>): CategoryResult =>
    out.size === 0
      ? { id, result, stay: ordinary, leftOut: [], bonus }
      : { id, result, stay: ordinary.filter((item) => !out.has(item)), leftOut: ordinary.filter((item) => out.has(item)), bonus };
  if (category.within === 'pooled') {
    const { out, earned, points } = bestSet([{ items: ordinary, keep }], earnedOf(bonus))!;
    return settle(ratio(earned, points), out);
  }
  const out = keep === ordinary.length ? NOBODY : new Set([...ordinary].sort(lowestShareFirst).slice(0, ordinary.length - keep));
  const sum = sumOfShares([...ordinary.filter((item) => !out.has(item)), ...bonus]);
  return settle(ratio(sum.num, sum.den * BigInt(keep)), out);
}
const lowestShareFirst = (a: CountedItem, b: CountedItem) => compareProducts(a.earned, b.points, b.earned, a.points) || earlierFirst(b, a);
