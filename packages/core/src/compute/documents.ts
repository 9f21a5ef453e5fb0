import { bearingOf, type BearingReason } from '../bearing';
import { forecastItem, forecastOf, type ForecastPiece } from '../forecast';
import { reckoningOf } from '../progress';
import { applyLateRule, lateBy, type LateRule } from '../lateness';
import { percentText, ratioText, unmilli, type Instant, type Ratio } from '../quantities';
import { earnedPoints, type ScoreMethod } from '../score';
import { stateAt, summarise, type PieceFact } from '../state';
import { bandOf, countedItem, totalOf, totalText, type CountedPiece, type Scheme } from '../totals';
import { computeDraw, computeItems, computeQuiz } from './quiz-documents';
import { resolveWindow, type GroupDate, type OneOffException, type StandingException } from '../window';
import {
  byKind,
  calendar,
  DocumentError,
  flag,
  instant,
  list,
  localDate,
  object,
  oneOf,
  optional,
  orNull,
  ratioReader,
  record,
  text,
  thousandths,
  whole,
  type Reader,
} from './reader';

const iso = (at: Instant | null) => (at === null ? null : new Date(at).toISOString());
const dateOrNull = orNull(instant);
const windowShape = object({ opens: dateOrNull, due: dateOrNull, closes: dateOrNull });
const someDates = { id: text, opens: optional(dateOrNull), due: optional(dateOrNull), closes: optional(dateOrNull) };

const standingOf = <K extends string>(kind: K, amount: Reader<number>) =>
  object({ id: text, kind: oneOf(kind), amount, validFrom: optional(localDate), validTo: optional(localDate) });

const standingReader: Reader<StandingException> = (value, path) => {
  const read = byKind({
    schoolDays: standingOf('schoolDays', whole({ least: 0, most: 366 })),
    days: standingOf('days', whole({ least: 0, most: 366 })),
    percent: standingOf('percent', thousandths({ most: 1000 })),
  })(value, path);
  if (read.validFrom !== undefined && read.validTo !== undefined && read.validTo < read.validFrom) {
    throw new DocumentError(`${path}.validTo`, 'must not be before validFrom');
  }
  return read as StandingException;
};

const windowDocument = object({
  calendar,
  issuedAt: instant,
  base: windowShape,
  groups: list(object(someDates) as Reader<GroupDate>),
  standing: list(standingReader),
  oneOff: optional(object(someDates) as Reader<OneOffException>),
});

function computeWindow(document: unknown): unknown {
  const { oneOff, ...input } = windowDocument(document, '');
  const { window, trail } = resolveWindow(oneOff ? { ...input, oneOff } : input);
  return {
    opens: iso(window.opens),
    due: iso(window.due),
    closes: iso(window.closes),
    trail: trail.map(({ field, layer, from, to, source }) => ({ field, layer, from: iso(from), to: iso(to), source })),
  };
}

const plainFact = <K extends PieceFact['kind']>(kind: K) => object({ kind: oneOf(kind), at: instant });
const factReader = byKind({
  opened: plainFact('opened'),
  saved: plainFact('saved'),
  handedIn: plainFact('handedIn'),
  takenBack: plainFact('takenBack'),
  sentBack: object({ kind: oneOf('sentBack'), at: instant, newDue: optional(instant) }),
  scored: plainFact('scored'),
  returned: plainFact('returned'),
}) as Reader<PieceFact>;

const stateDocument = object({
  inAudience: flag,
  excused: flag,
  how: oneOf('handIn', 'quiz', 'inClass'),
  window: windowShape,
  graceMinutes: whole({ least: 0, most: 1_000_000 }),
  facts: list(factReader),
  now: instant,
});

function computeState(document: unknown): unknown {
  const { facts, ...input } = stateDocument(document, '');
  for (const [index, fact] of facts.entries()) {
    if (fact.at > input.now) throw new DocumentError(`facts[${index}].at`, 'must not be later than now');
    if (index > 0 && fact.at < facts[index - 1]!.at)
      throw new DocumentError(`facts[${index}].at`, 'must not be earlier than the fact before');
  }
  return stateAt({ ...input, summary: summarise(facts) });
}

const criterion = object({ id: text, weight: thousandths(), max: thousandths(), chosen: orNull(thousandths()) });
const methodReader = byKind({
  points: object({ kind: oneOf('points'), earned: thousandths() }),
  rubric: object({ kind: oneOf('rubric'), criteria: list(criterion) }),
  words: object({ kind: oneOf('words'), percent: thousandths({ most: 100 }) }),
  done: object({ kind: oneOf('done'), done: flag }),
});

const perUnit = <K extends 'perDay' | 'perSchoolDay' | 'perHour'>(kind: K) =>
  object({
    kind: oneOf(kind),
    percent: thousandths({ most: 100 }),
    of: oneOf('max', 'earned'),
    maxPercentOff: thousandths({ most: 100 }),
    floorPercent: thousandths({ most: 100 }),
  });
const lateRule = byKind({
  none: object({ kind: oneOf('none') }),
  perDay: perUnit('perDay'),
  perSchoolDay: perUnit('perSchoolDay'),
  perHour: perUnit('perHour'),
  cap: object({ kind: oneOf('cap'), percent: thousandths({ most: 100 }) }),
}) as Reader<LateRule>;

const scoreDocument = object({
  points: thousandths(),
  method: methodReader,
  late: optional(
    object({ calendar, due: instant, handedIn: instant, graceMinutes: whole({ least: 0, most: 1_000_000 }), waived: flag, rule: lateRule }),
  ),
});

function computeScore(document: unknown): unknown {
  const { points, method, late } = scoreDocument(document, '');
  if (method.kind === 'rubric') {
    for (const [index, { chosen, max }] of method.criteria.entries()) {
      if (chosen !== null && chosen > max) throw new DocumentError(`method.criteria[${index}].chosen`, 'must not be above max');
    }
    if (!method.criteria.some((c) => c.weight > 0 && c.max > 0)) {
      throw new DocumentError('method.criteria', 'must have a criterion that can earn something');
    }
  }
  const { earned, complete } = earnedPoints(points, method as ScoreMethod);
  const { takenOff, effective } = applyLateRule({
    earned,
    max: points,
    late: late
      ? {
          calendar: late.calendar,
          due: late.due,
          lateBy: lateBy({ due: late.due, handedInAt: late.handedIn, graceMinutes: late.graceMinutes }),
        }
      : null,
    rule: late?.rule ?? { kind: 'none' },
    waived: late?.waived ?? false,
  });
  return { earned: unmilli(earned), takenOff: unmilli(takenOff), effective: unmilli(effective), complete };
}

const optionalOrNull = <T>(reader: Reader<T>) => optional(orNull(reader));
const schemeReader = object({
  kind: oneOf('weighted', 'points'),
  decimals: whole({ least: 0, most: 2 }),
  bandOn: oneOf('shown', 'exact'),
  bands: list(object({ name: text, from: thousandths() })),
  missing: object({ rule: oneOf('leaveOut', 'whenClosed', 'whenDue'), percent: thousandths({ most: 100 }) }),
  categories: list(
    object({
      id: text,
      weight: thousandths(),
      mode: oneOf('pooled', 'equal'),
      leaveOut: whole({ least: 0, most: 10_000 }),
      keepBest: optionalOrNull(whole({ least: 1, most: 10_000 })),
      bonus: flag,
    }),
  ),
});
const itemShape = {
  id: text,
  category: orNull(text),
  points: thousandths({ least: 0.001 }),
  bonus: flag,
  due: orNull(instant),
  excused: flag,
  earned: orNull(thousandths()),
  missing: orNull(oneOf('open', 'closed')),
};
const totalDocument = object({ scheme: schemeReader, items: list(object(itemShape)) });

/** The first id that stands twice is refused: nobody could say which one is meant. */
function refuseTwice(ids: readonly string[], path: string): void {
  const twice = ids.findIndex((id, index) => ids.indexOf(id) < index);
  if (twice >= 0) throw new DocumentError(`${path}[${twice}].id`, 'stands twice');
}

type TotalDocument = ReturnType<typeof totalDocument>;

/** What is in a document of a total, checked: the scheme, and what each item is to a total. */
function totalInput({ scheme: given, items }: TotalDocument): { scheme: Scheme; pieces: CountedPiece[] } {
  refuseTwice(
    given.categories.map((one) => one.id),
    'scheme.categories',
  );
  refuseTwice(
    items.map((one) => one.id),
    'items',
  );
  const known = new Set(given.categories.map((one) => one.id));
  for (const [index, { category, earned, missing }] of items.entries()) {
    if (category !== null && !known.has(category)) throw new DocumentError(`items[${index}].category`, 'is not one of the categories');
    if (earned !== null && missing !== null) throw new DocumentError(`items[${index}].missing`, 'must be null where something is earned');
  }
  const scheme: Scheme = {
    kind: given.kind,
    decimals: given.decimals as Scheme['decimals'],
    bandsBy: given.bandOn,
    bands: given.bands,
    missing: { kind: given.missing.rule, percent: given.missing.percent },
    categories: given.categories.map(({ mode, keepBest = null, ...category }) => ({
      ...category,
      name: category.id,
      within: mode,
      keepBest,
    })),
  };
  const pieces = items.map(({ id, category, points, bonus, due, excused, earned, missing }): CountedPiece => {
    const state = excused ? 'excused' : earned !== null ? 'scored' : missing !== null ? 'missing' : 'in';
    return { id, category, points, bonus, due, counts: true, effective: earned, scoredAt: null, state, stillAccepted: missing === 'open' };
  });
  return { scheme, pieces };
}

function computeTotal(document: unknown): unknown {
  const { scheme, pieces } = totalInput(totalDocument(document, ''));
  const { result, categories } = totalOf(
    scheme,
    pieces.flatMap((piece) => countedItem(piece, scheme) ?? []),
  );
  return {
    total: result === null ? null : { ...ratioText(result), shown: totalText(result, scheme), band: bandOf(result, scheme)?.name ?? null },
    categories: categories.map((row) => ({
      id: row.id,
      result: row.result === null ? null : ratioText(row.result),
      leftOut: row.leftOut.map((item) => item.id),
    })),
  };
}

const bearingDocument = object({
  total: orNull(ratioReader),
  missing: whole({ least: 0, most: 1_000_000 }),
  change: orNull(ratioReader),
  settings: object({
    passLine: thousandths({ most: 100 }),
    missingLimit: whole({ least: 0, most: 1_000_000 }),
    drop: thousandths({ most: 100 }),
    margin: thousandths({ most: 100 }),
  }),
});

const REASON_KIND: Record<BearingReason['why'], string> = {
  belowPassLine: 'total',
  nearPassLine: 'margin',
  missing: 'missing',
  fell: 'change',
};
/** A percentage without decimals that say nothing: 58.5, 60, -6. */
const shortPercent = (value: Ratio) => String(Number(percentText(value, 3)));

function computeBearing(document: unknown): unknown {
  const { total, missing, change, settings } = bearingDocument(document, '');
  const { bearing, reasons } = bearingOf({ total, missing, change, settings: { ...settings, overWeeks: 0 } });
  return {
    bearing: bearing === 'noBearing' ? 'none' : bearing,
    reasons: reasons
      .filter((reason) => reason.off || bearing === 'drifting')
      .map((reason) => {
        const kind = REASON_KIND[reason.why];
        if (reason.why === 'missing') return { kind, value: String(reason.missing), limit: String(reason.limit) };
        if (reason.why === 'fell') return { kind, value: `-${shortPercent(reason.by)}`, limit: `-${shortPercent(reason.limit)}` };
        return { kind, value: shortPercent(reason.total), limit: shortPercent(reason.limit) };
      }),
  };
}

const forecastDocument = object({
  scheme: schemeReader,
  items: list(object({ ...itemShape, open: optional(object({ lateCost: thousandths(), waiting: optional(flag) })) })),
  classMedian: optional(record(ratioReader)),
});

/** What an item is by its score and by what is open of it: with neither it counts in nothing; with both it was sent back. */
function stateOf(earned: number | null, open: { waiting?: boolean | undefined } | undefined): ForecastPiece['state'] {
  if (!open) return 'returned';
  if (open.waiting) return 'in';
  return earned === null ? 'open' : 'sentBack';
}

function computeForecast(document: unknown): unknown {
  const { scheme: given, items: withOpen, classMedian = {} } = forecastDocument(document, '');
  const { scheme, pieces } = totalInput({ scheme: given, items: withOpen.map(({ open: _, ...item }) => item) });
  for (const [index, { open, missing }] of withOpen.entries()) {
    if (open && missing === 'closed') throw new DocumentError(`items[${index}].open`, 'must not be there where missing is closed');
    if (open?.waiting && missing !== null)
      throw new DocumentError(`items[${index}].open.waiting`, 'must not be true where the item is missing');
  }
  const items = pieces.flatMap((piece, index) => {
    const { open, excused, earned, missing } = withOpen[index]!;
    const state = excused || missing !== null ? piece.state : stateOf(earned, open);
    const asPiece: ForecastPiece = { ...piece, state, closes: null, lateCost: open?.lateCost ?? 0 };
    return forecastItem(asPiece, scheme) ?? [];
  });
  const { steps, ...three } = forecastOf({ items, reckon: reckoningOf(scheme), medians: new Map(Object.entries(classMedian)) });
  const orNone = (value: Ratio | null) => (value === null ? null : ratioText(value));
  return {
    atLeast: orNone(three.atLeast),
    atPace: orNone(three.atPace),
    atMost: orNone(three.atMost),
    steps: steps.map(({ id, gain, done, undone }) => ({ id, gain: ratioText(gain), done: orNone(done), undone: orNone(undone) })),
  };
}

/** The documents that can be computed. */
export const COMPUTATIONS: Record<string, (document: unknown) => unknown> = {
  window: computeWindow,
  state: computeState,
  score: computeScore,
  total: computeTotal,
  bearing: computeBearing,
  forecast: computeForecast,
  quiz: computeQuiz,
  items: computeItems,
  draw: computeDraw,
};

/**
 * The answer to one document of `./jolly compute`, as text (docs/compute.md).
 * @param kind a key of COMPUTATIONS
 * @returns the answer, or `{"error":{path,message}}` and ok false: nothing is thrown for a bad document
 */
export function computeText(kind: string, json: string): { ok: boolean; text: string } {
  const refuse = (path: string, message: string) => ({ ok: false, text: JSON.stringify({ error: { path, message } }) });
  const compute = Object.hasOwn(COMPUTATIONS, kind) ? COMPUTATIONS[kind] : undefined;
  if (!compute) return refuse('', `there is no computation called ${kind}`);
  try {
    return { ok: true, text: JSON.stringify(compute(JSON.parse(json))) };
  } catch (error) {
    if (error instanceof DocumentError) return refuse(error.path, error.message);
    if (error instanceof SyntaxError) return refuse('', 'is not JSON');
    if (error instanceof Error && error.name === 'RuleError') return refuse('', error.message);
    throw error;
  }
}
