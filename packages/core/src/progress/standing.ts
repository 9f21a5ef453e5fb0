import { bearingOf, type Bearing, type BearingReason, type BearingSettings } from '../bearing';
import { bookYear } from '../book';
import type { Term } from '../calendar';
import {
  forecastItem,
  forecastOf,
  type ClassMedians,
  type ForecastPiece,
  type NextStep,
  type Reckoning,
  type WorthNothing,
} from '../forecast';
import { compare, DAY_MS, percentText, subtract, type Instant, type MilliPoints, type Ratio } from '../quantities';
import { asOf, bandOf, countedItem, totalOf, totalText, type CountedItem, type CountedPiece, type Scheme } from '../totals';

/** A reason for a bearing as it is written out: percentages with the class's decimals. */
export type ReasonText =
  { why: 'belowPassLine' | 'nearPassLine' | 'fell'; number: string; limit: string } | { why: 'missing'; number: number; limit: number };

/** What a total is asked over: the work of one term, or of a year, of which the terms are counted first. */
export interface CountedOver {
  split: (items: readonly CountedItem[]) => (readonly CountedItem[])[];
  join: (results: readonly (Ratio | null)[]) => Ratio | null;
}
/** One term, or all work of a class without terms. */
export const ONE_TERM: CountedOver = { split: (items) => [items], join: ([result]) => result ?? null };
/** A year: each term by its weight (docs/rules.md, 5). @param termOf the place of a piece's term; null where it has none */
export const wholeYear = (scheme: Scheme, terms: readonly Term[], termOf: (id: string) => number | null): CountedOver => ({
  split: (items) => terms.map((_, place) => items.filter(({ id }) => termOf(id) === place)),
  join: (results) => bookYear(scheme, terms, results),
});
/** The total of items by a scheme, over a term or a year; and what becomes of one of them in it. */
export function reckoningOf(scheme: Scheme, { split, join }: CountedOver = ONE_TERM): Reckoning {
  const reckon = (items: readonly CountedItem[]) => join(split(items).map((part) => totalOf(scheme, part).result));
  return Object.assign(reckon, {
    roleOf: (items: readonly CountedItem[], id: string) => {
      const part = split(items).find((one) => one.some((item) => item.id === id));
      if (!part || part.length === 0) return 'nothing' as const;
      const { counted, categories, pool } = totalOf(scheme, part);
      if (counted.includes(id)) return 'counts' as const;
      // A pool of points chooses what stays in all its categories together, whatever each would leave out by itself.
      return pool !== null || categories.some(({ leftOut }) => leftOut.some((item) => item.id === id))
        ? ('leftOut' as const)
        : ('nothing' as const);
    },
  });
}

/** What of these counts, as it counts. */
export const itemsOf = (pieces: readonly CountedPiece[], scheme: Scheme) => pieces.flatMap((piece) => countedItem(piece, scheme) ?? []);

/** The total as it stood at a moment: of what was due by then, with the scores recorded by then (docs/rules.md, 5). */
export function totalAt({
  pieces,
  scheme,
  at,
  over = ONE_TERM,
}: {
  pieces: readonly CountedPiece[];
  scheme: Scheme;
  at: Instant;
  over?: CountedOver;
}): Ratio | null {
  return reckoningOf(scheme, over)(itemsOf(asOf(pieces, at), scheme));
}

/** Where a student stands. Percentages are texts, rounded once by the class's decimals. */
export interface Standing {
  /** points of everything that counts in the total */
  earned: MilliPoints;
  possible: MilliPoints;
  /** false where the class has no totals at all */
  hasTotals: boolean;
  total: string | null;
  band: string | null;
  /** by how many per cent of the total it moved over the weeks that the class looks at; null without one then or now */
  change: string | null;
  bearing: Bearing;
  reasons: ReasonText[];
}
export interface StandingInput {
  /** all of one student's in the stretch */
  pieces: readonly CountedPiece[];
  scheme: Scheme;
  settings: BearingSettings;
  now: Instant;
  over?: CountedOver;
}

/** A percentage with as many decimals as it takes to be another one than its limit: 59.98 is not said to be 60.0 and below 60. */
function apartFrom(limit: Ratio, number: Ratio, decimals: number): string {
  const most = 6;
  for (let places = decimals; places < most; places++)
    if (percentText(number, places) !== percentText(limit, places) || compare(number, limit) === 0) return percentText(number, places);
  return percentText(number, most);
}

function reasonText(reason: BearingReason, scheme: Scheme): ReasonText {
  if (reason.why === 'missing') return { why: 'missing', number: reason.missing, limit: reason.limit };
  const number = 'by' in reason ? reason.by : reason.total;
  return { why: reason.why, number: apartFrom(reason.limit, number, scheme.decimals), limit: percentText(reason.limit, 0) };
}

/**
 * A student's standing in one class by its scheme and bearing settings (docs/rules.md, 5 and 6).
 * @example 15 of 20 and 25 of 30 scored, one pool, nothing missing -> 80.0, on course
 */
export function standingOf({ pieces, scheme, settings, now, over = ONE_TERM }: StandingInput): Standing {
  const items = itemsOf(pieces, scheme);
  const totals = over.split(items).map((part) => totalOf(scheme, part));
  const result = over.join(totals.map((one) => one.result));
  const before = totalAt({ pieces, scheme, at: now - settings.overWeeks * 7 * DAY_MS, over });
  const change = result === null || before === null ? null : subtract(result, before);
  const missing = pieces.filter((piece) => piece.state === 'missing').length;
  const { bearing, reasons } = bearingOf({ total: result, change, missing, settings });
  const counting = new Set(totals.flatMap((one) => one.counted));
  const inTotal = items.filter((item) => counting.has(item.id));
  return {
    earned: inTotal.reduce((sum, item) => sum + item.earned, 0),
    possible: inTotal.reduce((sum, item) => sum + (item.bonus ? 0 : item.points), 0),
    hasTotals: scheme.kind !== 'none',
    total: result === null ? null : totalText(result, scheme),
    band: result === null ? null : (bandOf(result, scheme)?.name ?? null),
    change: change === null ? null : percentText(change, scheme.decimals),
    bearing,
    reasons: reasons.map((reason) => reasonText(reason, scheme)),
  };
}

/** A forecast as it is shown: the three, and each step between its two totals, in the order of docs/rules.md, 7. */
export interface ForecastText {
  atLeast: string | null;
  atPace: string | null;
  atMost: string | null;
  steps: StepText[];
}
export interface StepText {
  id: string;
  /** by how many per cent of the total the two lie apart, with a decimal more where the class shows none of it */
  gain: string;
  done: string | null;
  undone: string | null;
  atPace: MilliPoints | null;
  why: WorthNothing | null;
}
/** The forecast over the same stretch as a standing, by the same rules. */
export function forecastText({
  pieces,
  scheme,
  over = ONE_TERM,
  medians,
}: {
  pieces: readonly ForecastPiece[];
  scheme: Scheme;
  over?: CountedOver;
  medians?: ClassMedians;
}): ForecastText {
  const items = pieces.flatMap((piece) => forecastItem(piece, scheme) ?? []);
  const { steps, ...three } = forecastOf({ items, reckon: reckoningOf(scheme, over), ...(medians ? { medians } : {}) });
  const text = (value: Ratio | null) => (value === null ? null : totalText(value, scheme));
  return {
    atLeast: text(three.atLeast),
    atPace: text(three.atPace),
    atMost: text(three.atMost),
    steps: steps.map((step) => stepText(step, scheme)),
  };
}

/** What is worth something is never shown as two equal totals: as many decimals as it takes to tell them apart. */
function stepText({ gain, done, undone, ...step }: NextStep, scheme: Scheme): StepText {
  const text = (value: Ratio | null, decimals: number) => (value === null ? null : percentText(value, decimals));
  const most = 4;
  let decimals: number = Math.max(1, scheme.decimals);
  if (step.why === null) while (decimals < most && text(done, decimals) === text(undone, decimals)) decimals += 1;
  return { ...step, gain: percentText(gain, decimals), done: text(done, decimals), undone: text(undone, decimals) };
}
