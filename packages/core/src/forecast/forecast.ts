import { add, compare, divide, least, ratio, roundToMilli, subtract, ZERO, type Instant, type MilliPoints, type Ratio } from '../quantities';
import type { PieceState } from '../state';
import { countedItem, type CountedItem, type CountedPiece, type MissingRule } from '../totals';

/** A piece as a forecast sees it. */
export interface ForecastPiece extends CountedPiece {
  closes: Instant | null;
  /** what handing it in now would take off full points for being late */
  lateCost: MilliPoints;
}

/** What a forecast counts with: what the piece counts as now, and whether more can come of it. */
export interface ForecastItem extends Omit<CountedItem, 'earned' | 'missing'> {
  /** what it counts as now, by a score or by the missing rule; null: not yet at all */
  now: CountedItem | null;
  /** it can be handed in, now or later; `done` is the score that a sent-back piece keeps, else 0 */
  open: { lateCost: MilliPoints; done: MilliPoints; until: Instant | null } | null;
  /** it is missing and can no longer be handed in */
  gone: boolean;
}

const MORE_CAN_COME: ReadonlySet<PieceState | null> = new Set(['open', 'started', 'notOpen', 'sentBack']);

/** What a piece is to a forecast; null if it never counts (docs/rules.md, 7, "open pieces"). What waits for a score counts in none of the three. */
export function forecastItem(piece: ForecastPiece, rule: MissingRule): ForecastItem | null {
  const { id, category, points, counts, bonus, due, closes, state, stillAccepted, effective, lateCost } = piece;
  if (points === null || points <= 0 || !counts || state === null || state === 'excused') return null;
  const isOpen = MORE_CAN_COME.has(state) || (state === 'missing' && stillAccepted);
  const gone = state === 'missing' && !stillAccepted && effective === null;
  // What is missing is past its due date, so what comes first is when it closes.
  const until = state === 'missing' ? closes : (due ?? closes);
  return { id, category, points, bonus, due, now: countedItem(piece, rule), open: isOpen ? { lateCost, done: effective ?? 0, until } : null, gone };
}

/** Classmates' middle result by category; under '' for pieces of no category. */
export type ClassMedians = ReadonlyMap<string, Ratio>;

const NOBODY_KNOWS = ratio(7, 10);
const ONE = ratio(1);
const keyOf = (category: string | null) => category ?? '';

/**
 * The student's usual ratio in each category: (2 × prior + Σ ratios) / (2 + n) over the n scored ordinary pieces in it.
 * The prior is the mean over all scored ordinary pieces, without any the class's middle in the category, else 0.7.
 * A ratio above 1 counts as 1.
 */
function usualRatios(items: readonly ForecastItem[], medians: ClassMedians): (category: string | null) => Ratio {
  const sums = new Map<string, { sum: Ratio; n: number }>();
  let [all, count] = [ZERO, 0];
  for (const { category, now, bonus } of items) {
    if (bonus || now === null || now.missing) continue;
    const share = least(ONE, ratio(now.earned, now.points));
    const of = sums.get(keyOf(category)) ?? { sum: ZERO, n: 0 };
    sums.set(keyOf(category), { sum: add(of.sum, share), n: of.n + 1 });
    all = add(all, share);
    count += 1;
  }
  return (category) => {
    const prior = count > 0 ? divide(all, ratio(count)) : least(ONE, medians.get(keyOf(category)) ?? NOBODY_KNOWS);
    const { sum, n } = sums.get(keyOf(category)) ?? { sum: ZERO, n: 0 };
    return divide(add(add(prior, prior), sum), ratio(2 + n));
  };
}

/** What one more piece would add. */
export interface NextStep {
  id: string;
  /** 1 is 100 points of the total; 0 for what can no longer be handed in */
  gain: Ratio;
  /** what it would probably earn; null for what can no longer be handed in */
  atPace: MilliPoints | null;
}
export interface Forecast {
  atLeast: Ratio | null;
  atPace: Ratio | null;
  atMost: Ratio | null;
  steps: NextStep[];
}

/** How items come to a total: of a term by the scheme, of a year over its terms. */
export type Reckoning = (items: readonly CountedItem[]) => Ratio | null;

/**
 * The forecast and the next best steps of one student (docs/rules.md, 7).
 *
 * @param reckon the total's own rules @param medians of the class, for who has no score yet
 * @example 15/20 scored, 10 open, one pool -> at least 15/30, pace (15 + 7.5)/30, at most 25/30; the step adds 25 points
 */
export function forecastOf({ items, reckon, medians = new Map() }: { items: readonly ForecastItem[]; reckon: Reckoning; medians?: ClassMedians }): Forecast {
  const usual = usualRatios(items, medians);
  const as = ({ id, category, points, bonus, due }: ForecastItem, earned: MilliPoints): CountedItem => ({ id, category, points, bonus, due, earned, missing: false });
  const never = (item: ForecastItem) => as(item, item.open!.done);
  const paceOf = ({ category, points, open }: ForecastItem) => {
    const { num, den } = usual(category);
    return Math.max(open!.done, 0, roundToMilli(ratio(num * BigInt(points), den * 1000n)) - open!.lateCost);
  };
  const most = (item: ForecastItem) => as(item, Math.max(item.open!.done, item.points - item.open!.lateCost));
  const paces = new Map(items.filter(({ open }) => open !== null).map((item) => [item.id, paceOf(item)]));
  const pace = (item: ForecastItem) => as(item, paces.get(item.id)!);
  const total = (open: (item: ForecastItem) => CountedItem) => reckon(items.flatMap((item) => (item.open === null ? (item.now ?? []) : open(item))));
  const counted = items.flatMap(({ now }) => now ?? []);
  const steps = items.flatMap((item): { item: ForecastItem; step: NextStep }[] => {
    if (item.open === null) return item.gone ? [{ item, step: { id: item.id, gain: ZERO, atPace: null } }] : [];
    const others = counted.filter(({ id }) => id !== item.id);
    const [done, not] = [reckon([...others, pace(item)]), reckon([...others, never(item)])];
    return [{ item, step: { id: item.id, gain: done === null || not === null ? ZERO : subtract(done, not), atPace: paces.get(item.id)! } }];
  });
  const endOf = ({ open, due }: ForecastItem) => (open === null ? due : open.until) ?? Infinity;
  steps.sort((a, b) => {
    if (a.item.gone !== b.item.gone) return Number(a.item.gone) - Number(b.item.gone);
    const [x, y] = [endOf(a.item), endOf(b.item)];
    return compare(b.step.gain, a.step.gain) || (x === y ? (a.item.id < b.item.id ? -1 : 1) : x - y);
  });
  return { atLeast: total(never), atPace: total(pace), atMost: total(most), steps: steps.map(({ step }) => step) };
}
