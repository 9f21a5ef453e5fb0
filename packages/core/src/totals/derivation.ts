import { add, divide, multiply, ratio, ZERO, type MilliPoints, type Ratio } from '../quantities';
import type { CountedItem } from './counted-items';
import type { Scheme } from './scheme';
import type { Total } from './total';

/** One piece in the derivation of a total. */
export interface DerivedItem {
  id: string;
  earned: MilliPoints;
  points: MilliPoints;
  /** counted by the missing rule, not by a score */
  missing: boolean;
  role: 'counts' | 'onTop' | 'leftOut';
}
/** One category in it; of pieces under no category, `category` is null. */
export interface DerivedCategory {
  category: string | null;
  within: 'pooled' | 'equal';
  /** counts on top */
  bonus: boolean;
  items: DerivedItem[];
  result: Ratio | null;
  /** of a weighted total: with what share it goes in; null while it has no result */
  weight: Ratio | null;
}
/**
 * How a total comes about, item by item: enough to write it as one sentence, and to count it again by hand.
 * In a pool of points `role` is that in the pool, where what stays is chosen in all categories together; it may
 * differ from what a category leaves out by itself.
 */
export interface Derivation {
  kind: Scheme['kind'];
  categories: DerivedCategory[];
  /** of a pool of points */
  pool: Total['pool'];
  result: Ratio | null;
  /** pieces that do not count because a weighted total has no place for what is under no category */
  unfiled: number;
}

/** The derivation of a total (docs/rules.md, 5). @param total by this scheme */
export function derivationOf(scheme: Scheme, total: Total): Derivation {
  const counted = new Set(total.counted);
  const pooled = scheme.kind === 'points';
  const line = (item: CountedItem, role: DerivedItem['role']): DerivedItem => ({
    id: item.id,
    earned: item.earned,
    points: item.points,
    missing: item.missing,
    role,
  });
  const inPool = (item: CountedItem, bonus: boolean) =>
    line(item, !counted.has(item.id) ? 'leftOut' : item.bonus || bonus ? 'onTop' : 'counts');
  const categories = scheme.categories.map((category, index): DerivedCategory => {
    const row = total.categories[index]!;
    const items = pooled
      ? [...row.stay, ...row.leftOut, ...row.bonus].map((item) => inPool(item, category.bonus))
      : [
          ...row.stay.map((item) => line(item, 'counts')),
          ...row.leftOut.map((item) => line(item, 'leftOut')),
          ...row.bonus.map((item) => line(item, 'onTop')),
        ];
    const weight = scheme.kind === 'weighted' && row.result !== null && total.result !== null ? row.weight : null;
    return { category: category.id, within: category.within, bonus: category.bonus, items, result: row.result, weight };
  });
  const loose: DerivedCategory[] =
    pooled && total.loose.length > 0
      ? [
          {
            category: null,
            within: 'pooled',
            bonus: false,
            items: total.loose.map((item) => inPool(item, false)),
            result: null,
            weight: null,
          },
        ]
      : [];
  return {
    kind: scheme.kind,
    categories: [...categories, ...loose],
    pool: total.pool,
    result: total.result,
    unfiled: pooled ? 0 : total.loose.length,
  };
}

const sum = (items: readonly DerivedItem[], of: 'earned' | 'points') => items.reduce((all, item) => all + item[of], 0);

/** A category counted again from its lines, as one would by hand. */
function categoryByHand({ within, items }: DerivedCategory): Ratio | null {
  const counts = items.filter((item) => item.role === 'counts');
  const onTop = items.filter((item) => item.role === 'onTop');
  if (counts.length === 0) return null;
  if (within === 'pooled') return ratio(sum(counts, 'earned') + sum(onTop, 'earned'), sum(counts, 'points'));
  const shares = [...counts, ...onTop].reduce((all, item) => add(all, ratio(item.earned, item.points)), ZERO);
  return divide(shares, ratio(counts.length));
}

/**
 * The total counted again from nothing but its derivation. It is always the total itself: that is what the
 * tests hold, and what a teacher can do with paper.
 */
export function countedByHand({ kind, categories }: Derivation): Ratio | null {
  if (kind === 'none') return null;
  if (kind === 'points') {
    const all = categories.flatMap((one) => one.items).filter((item) => item.role !== 'leftOut');
    const points = sum(
      all.filter((item) => item.role === 'counts'),
      'points',
    );
    return points === 0 ? null : ratio(sum(all, 'earned'), points);
  }
  const weighed = categories.filter((one) => one.weight !== null).map((one) => ({ ...one, byHand: categoryByHand(one) }));
  if (!weighed.some((one) => !one.bonus)) return null;
  return weighed.reduce((all, one) => (one.byHand === null ? all : add(all, multiply(one.weight!, one.byHand))), ZERO);
}
