import { termWeight } from '../book';
import { instantOf, localDateAt, termAt, weeksOf, type DaySpan, type Term } from '../calendar';
import { trendOf, type BearingSettings, type Trend } from '../bearing';
import type { ClassMedians, ForecastPiece } from '../forecast';
import { percentText, plusDays, subtract, type Instant, type MilliPercent, type Ratio } from '../quantities';
import { bandOf, totalOf, totalText, type Scheme } from '../totals';
import {
  forecastText,
  itemsOf,
  ONE_TERM,
  reckoningOf,
  standingOf,
  totalAt,
  wholeYear,
  type CountedOver,
  type ForecastText,
  type Standing,
} from './standing';

/** A piece with the moment that says when it belongs, due for the class or issued, and the term that lies in; null where the class has no terms. */
export interface ViewPiece extends ForecastPiece {
  belongs: Instant;
  term: number | null;
}

/** What is looked at: one term by its place (null: all work of a class without terms), the year, or what belongs between two moments. */
export type Looking = { kind: 'term'; term: number | null } | { kind: 'year' } | { kind: 'dates'; from: Instant; to: Instant };

/** A class as progress sees it. */
export interface ProgressClass {
  scheme: Scheme;
  settings: BearingSettings;
  terms: readonly Term[];
  zone: string;
}

/** The term one is in, as what is looked at first. */
export function lookingNow({ terms, zone }: Pick<ProgressClass, 'terms' | 'zone'>, now: Instant): Looking {
  const term = termAt(terms, localDateAt(zone, now));
  return { kind: 'term', term: term ? terms.indexOf(term) : null };
}

const ofTerm = (pieces: readonly ViewPiece[], term: number) => pieces.filter((piece) => piece.term === term);

/** Is a piece part of what is looked at? */
export function isLookedAt({ term, belongs }: Pick<ViewPiece, 'term' | 'belongs'>, looking: Looking): boolean {
  if (looking.kind === 'dates') return belongs >= looking.from && belongs <= looking.to;
  return looking.kind === 'year' || looking.term === null || term === looking.term;
}

/** The pieces that are looked at, and how their totals join. */
export function lookedAt(
  pieces: readonly ViewPiece[],
  { scheme, terms }: Pick<ProgressClass, 'scheme' | 'terms'>,
  looking: Looking,
): { pieces: readonly ViewPiece[]; over: CountedOver } {
  const looked = pieces.filter((piece) => isLookedAt(piece, looking));
  if (looking.kind !== 'year' || terms.length === 0) return { pieces: looked, over: ONE_TERM };
  const place = new Map(pieces.map((piece) => [piece.id, piece.term]));
  return { pieces: looked, over: wholeYear(scheme, terms, (id) => place.get(id) ?? null) };
}

/** Two moments, or two terms by their places, to compare. */
export type Between = { kind: 'moments'; from: Instant; to: Instant } | { kind: 'terms'; from: number; to: number };

export interface Change {
  from: string | null;
  to: string | null;
  /** as a percentage, with its sign; null where one of them is not there */
  by: string | null;
  trend: Trend | null;
}
/** How a total changed between two moments of what is looked at, or from one term to another (docs/rules.md, 6, "trend"). */
export function changeBetween(
  pieces: readonly ViewPiece[],
  of: Pick<ProgressClass, 'scheme' | 'terms'>,
  looking: Looking,
  between: Between,
): Change {
  const { scheme } = of;
  const looked = lookedAt(pieces, of, looking);
  const at = (moment: Instant) => totalAt({ ...looked, scheme, at: moment });
  const inTerm = (term: number) => reckoningOf(scheme)(itemsOf(ofTerm(pieces, term), scheme));
  const [from, to] = between.kind === 'moments' ? [at(between.from), at(between.to)] : [inTerm(between.from), inTerm(between.to)];
  const by = from === null || to === null ? null : subtract(to, from);
  const text = (value: Ratio | null) => (value === null ? null : totalText(value, scheme));
  return { from: text(from), to: text(to), by: by && percentText(by, scheme.decimals), trend: by && trendOf(by) };
}

/** Ends of the weeks of what is looked at that lie before now, and now itself (or the end of what is looked at): the moments of a course. */
export function courseMoments({ terms, zone }: Pick<ProgressClass, 'terms' | 'zone'>, looking: Looking, now: Instant): Instant[] {
  const day = (at: Instant) => localDateAt(zone, at);
  const spans: DaySpan[] =
    looking.kind === 'dates'
      ? [{ from: day(looking.from), to: day(looking.to) }]
      : looking.kind === 'year'
        ? [...terms]
        : looking.term === null
          ? []
          : terms.slice(looking.term, looking.term + 1);
  const ends = spans.flatMap((span) => weeksOf(span).map(({ monday }) => instantOf(zone, { date: plusDays(monday, 7), msOfDay: 0 }) - 1));
  const last = looking.kind === 'dates' ? Math.min(now, looking.to) : now;
  return [...ends.filter((end) => end < last), last];
}

export interface CategoryView {
  id: string;
  name: string;
  weight: MilliPercent;
  bonus: boolean;
  result: string | null;
}
/** One student in one class, whoever looks: everything that is said of their progress. */
export interface StudentView {
  standing: Standing;
  forecast: ForecastText;
  categories: CategoryView[];
  /** of each term, and of the year where there is more than one */
  terms: { name: string; weight: number; total: string | null; band: string | null }[];
  year: string | null;
  /** week by week; empty where it was not asked for */
  course: { at: Instant; total: string | null }[];
}

/** Each term's total, and the year's. */
export function termTotals(
  pieces: readonly ViewPiece[],
  { scheme, terms }: Pick<ProgressClass, 'scheme' | 'terms'>,
): Pick<StudentView, 'terms' | 'year'> {
  const results = terms.map((_, place) => reckoningOf(scheme)(itemsOf(ofTerm(pieces, place), scheme)));
  const year = terms.length < 2 ? null : wholeYear(scheme, terms, () => null).join(results);
  return {
    terms: terms.map(({ name }, place) => {
      const total = results[place] ?? null;
      return {
        name,
        weight: termWeight(scheme, name),
        total: total && totalText(total, scheme),
        band: total && (bandOf(total, scheme)?.name ?? null),
      };
    }),
    year: year && totalText(year, scheme),
  };
}

/**
 * Everything that is said of a student's progress in a class (docs/rules.md, 5 to 7). Over a year a category's result is
 * that of all its pieces; the total is that of the terms.
 *
 * @param pieces all of the student's in the class, from this viewpoint
 * @param withCourse false where nobody looks at the course: it is most of the work
 */
export function studentView({
  pieces,
  of,
  looking,
  now,
  medians,
  withCourse = true,
}: {
  pieces: readonly ViewPiece[];
  of: ProgressClass;
  looking: Looking;
  now: Instant;
  medians?: ClassMedians;
  withCourse?: boolean;
}): StudentView {
  const { scheme, settings } = of;
  const looked = lookedAt(pieces, of, looking);
  const { categories } = totalOf(scheme, itemsOf(looked.pieces, scheme));
  return {
    standing: standingOf({ ...looked, scheme, settings, now }),
    forecast: forecastText({ ...looked, scheme, ...(medians ? { medians } : {}) }),
    categories: scheme.categories.map(({ id, name, weight, bonus }, place) => {
      const result = categories[place]!.result;
      return { id, name, weight, bonus, result: result && totalText(result, scheme) };
    }),
    ...termTotals(pieces, of),
    course: (withCourse ? courseMoments(of, looking, now) : []).map((at) => {
      const total = totalAt({ ...looked, scheme, at });
      return { at, total: total && totalText(total, scheme) };
    }),
  };
}
