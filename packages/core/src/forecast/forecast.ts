import {
  add,
  compare,
  divide,
  least,
  ratio,
  roundToMilli,
  subtract,
  ZERO,
  type Instant,
  type MilliPoints,
  type Ratio,
} from '../quantities';
import type { PieceState } from '../state';
import { countedItem, type CountedItem, type CountedPiece, type Scheme } from '../totals';

/** A piece as a forecast sees it. */
export interface ForecastPiece extends CountedPiece {
  closes: Instant | null;
  /** what being late takes off full points: of what is in by its own lateness, else of handing it in now */
  lateCost: MilliPoints;
  /** something is handed in, or it was done in class: words without points on it are no score yet */
  isIn?: boolean;
}

/** What a forecast counts with: what the piece counts as now, and whether more can come of it. */
export interface ForecastItem extends Omit<CountedItem, 'earned' | 'missing'> {
  /** what it counts as now, by a score or by the missing rule; null: not yet at all */
  now: CountedItem | null;
  /** more can come of it; `kept` is the score of an earlier round that it keeps, else 0 */
  open: {
    lateCost: MilliPoints;
    kept: MilliPoints;
    until: Instant | null;
    /** it is in, or done in class, and waits for a score: nothing more to do */ waiting: boolean;
  } | null;
  /** it is missing and can no longer be handed in */
  gone: boolean;
}

const MORE_CAN_COME: ReadonlySet<PieceState | null> = new Set(['open', 'started', 'notOpen', 'sentBack']);
const LIES_WITH_TEACHER: ReadonlySet<PieceState | null> = new Set(['in', 'inLate', 'inClass']);

/**
 * What a piece is to a forecast; null if it never counts (docs/rules.md, 7, "open pieces" and "waiting pieces").
 * What was handed in again waits too: it keeps the score of the round before, and may gain by the new one.
 */
export function forecastItem(piece: ForecastPiece, scheme: Pick<Scheme, 'missing' | 'categories'>): ForecastItem | null {
  const { id, category, points, counts, bonus, due, closes, state, stillAccepted, effective, lateCost } = piece;
  if (points === null || points <= 0 || !counts || state === null || state === 'excused') return null;
  const isOpen = MORE_CAN_COME.has(state) || (state === 'missing' && stillAccepted);
  // Words without points are no score: such a piece waits for one like any other.
  const waiting = LIES_WITH_TEACHER.has(state) || (state === 'scored' && effective === null && piece.isIn === true);
  const gone = state === 'missing' && !stillAccepted && effective === null;
  // What is missing is past its due date, so what comes first is when it closes.
  const until = state === 'missing' ? closes : (due ?? closes);
  return {
    id,
    category,
    points,
    bonus,
    due,
    now: countedItem(piece, scheme),
    open: isOpen || waiting ? { lateCost, kept: effective ?? 0, until, waiting } : null,
    gone,
  };
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

/** What one piece is worth: the total with it done, against the total with it left undone. */
export interface NextStep {
  id: string;
  /** done − undone, 1 is 100 %; 0 for what can no longer be handed in */
  gain: Ratio;
  /** the total with it at the present pace; null where there would be none, or it can no longer be handed in */
  done: Ratio | null;
  /** the total with nothing more of it; null as above */
  undone: Ratio | null;
  /** what it would probably earn; null for what can no longer be handed in */
  atPace: MilliPoints | null;
  /** why it is worth nothing; null where it is worth something */
  why: WorthNothing | null;
}
/**
 * Why a step is worth nothing: it can no longer be handed in; it would earn no more than it has; it (or what it takes the
 * place of) would be left out; it counts in nothing; what it counts in weighs nothing.
 */
export type WorthNothing = 'gone' | 'earnsNothing' | 'leftOut' | 'countsInNothing' | 'weighsNothing';
export interface Forecast {
  atLeast: Ratio | null;
  atPace: Ratio | null;
  atMost: Ratio | null;
  steps: NextStep[];
}

/** How items come to a total: of a term by the scheme, of a year over its terms. */
export interface Reckoning {
  (items: readonly CountedItem[]): Ratio | null;
  /** what becomes of one of the items */
  roleOf: (items: readonly CountedItem[], id: string) => 'counts' | 'leftOut' | 'nothing';
}

/**
 * The forecast and the next best steps of one student (docs/rules.md, 7). What waits for a score is at the present pace in
 * `atLeast` too, so handing something in lowers none of the three; it is no step.
 *
 * @param reckon the total's own rules @param medians of the class, for who has no score yet
 * @example 15/20 scored, 10 open, one pool -> at least 15/30, pace (15 + 7.5)/30, at most 25/30; the step is worth 1/4:
 *   done 22.5/30, undone 15/30
 * @example the 10 handed in -> at least (15 + 7.5)/30, pace the same, at most 25/30, no step
 */
export function forecastOf({
  items,
  reckon,
  medians = new Map(),
}: {
  items: readonly ForecastItem[];
  reckon: Reckoning;
  medians?: ClassMedians;
}): Forecast {
  const usual = usualRatios(items, medians);
  const as = ({ id, category, points, bonus, due }: ForecastItem, earned: MilliPoints): CountedItem => ({
    id,
    category,
    points,
    bonus,
    due,
    earned,
    missing: false,
  });
  const never = (item: ForecastItem) => as(item, item.open!.kept);
  const paceOf = ({ category, points, open }: ForecastItem) => {
    const { num, den } = usual(category);
    return Math.max(open!.kept, 0, roundToMilli(ratio(num * BigInt(points), den * 1000n)) - open!.lateCost);
  };
  const most = (item: ForecastItem) => as(item, Math.max(item.open!.kept, item.points - item.open!.lateCost));
  const paces = new Map(items.filter(({ open }) => open !== null).map((item) => [item.id, paceOf(item)]));
  const pace = (item: ForecastItem) => as(item, paces.get(item.id)!);
  const leastOf = (item: ForecastItem) => (item.open!.waiting ? pace(item) : never(item));
  const total = (open: (item: ForecastItem) => CountedItem) =>
    reckon(items.flatMap((item) => (item.open === null ? (item.now ?? []) : open(item))));
  const counted = items.flatMap(({ now }) => now ?? []);
  const steps = items.flatMap((item): { item: ForecastItem; step: NextStep }[] => {
    const { id, open, gone } = item;
    if (gone) return [{ item, step: { id, gain: ZERO, done: null, undone: null, atPace: null, why: 'gone' } }];
    if (open === null || open.waiting) return [];
    const others = counted.filter((one) => one.id !== id);
    const withIt = [...others, pace(item)];
    const [done, undone, atPace] = [reckon(withIt), reckon([...others, never(item)]), paces.get(id)!];
    const gain = done === null || undone === null ? ZERO : subtract(done, undone);
    return [{ item, step: { id, gain, done, undone, atPace, why: compare(gain, ZERO) > 0 ? null : whyNothing() } }];

    function whyNothing(): WorthNothing {
      if (atPace <= open!.kept) return 'earnsNothing';
      const role = reckon.roleOf(withIt, id);
      if (role !== 'counts') return role === 'leftOut' ? 'leftOut' : 'countsInNothing';
      // It counts and still moves nothing: either it takes the place of one that is as good, or the whole weighs nothing.
      return reckon.roleOf([...others, never(item)], id) === 'leftOut' ? 'leftOut' : 'weighsNothing';
    }
  });
  const endOf = ({ open, due }: ForecastItem) => (open === null ? due : open.until) ?? Infinity;
  steps.sort((a, b) => {
    if (a.item.gone !== b.item.gone) return Number(a.item.gone) - Number(b.item.gone);
    const [x, y] = [endOf(a.item), endOf(b.item)];
    return compare(b.step.gain, a.step.gain) || (x === y ? (a.item.id < b.item.id ? -1 : 1) : x - y);
  });
  return { atLeast: total(leastOf), atPace: total(pace), atMost: total(most), steps: steps.map(({ step }) => step) };
}
