import { bearingOf, type Bearing, type BearingReason, type BearingSettings } from '../bearing';
import { DAY_MS, greatest, least, percentText, type Instant, type MilliPoints, type Ratio } from '../quantities';
import type { PieceState } from '../state';
import { asOf, bandOf, countedItem, totalOf, totalText, type CountedItem, type CountedPiece, type Scheme } from '../totals';

/** A reason for a bearing as it is written out: percentages with the class's decimals. */
export type ReasonText = { why: 'belowPassLine' | 'nearPassLine' | 'fell'; number: string; limit: string } | { why: 'missing'; number: number; limit: number };

/** Where a student stands. Percentages are texts, rounded once by the class's decimals. */
export interface Standing {
  /** points of everything that counts in the total */
  earned: MilliPoints;
  possible: MilliPoints;
  /** false where the class has no totals at all */
  hasTotals: boolean;
  total: string | null;
  band: string | null;
  /** the total if nothing more comes in, and if everything still open gets full marks */
  atLeast: string | null;
  atMost: string | null;
  bearing: Bearing;
  reasons: ReasonText[];
}

const STILL_OPEN: ReadonlySet<PieceState | null> = new Set(['notOpen', 'open', 'started', 'sentBack', 'in', 'inLate', 'inClass', 'scored']);

function isStillOpen(piece: CountedPiece): boolean {
  return STILL_OPEN.has(piece.state) || (piece.state === 'missing' && piece.stillAccepted);
}

const itemsOf = (pieces: readonly CountedPiece[], scheme: Scheme) => pieces.map((piece) => countedItem(piece, scheme.missing)).filter((item): item is CountedItem => item !== null);

/** The total with every piece that is still open and unscored counted at a share of its points. */
function totalWithOpen(pieces: readonly CountedPiece[], scheme: Scheme, full: boolean): Ratio | null {
  const settled = pieces.map((piece) =>
    piece.effective === null && piece.points !== null && isStillOpen(piece) ? { ...piece, effective: full ? piece.points : 0, state: 'scored' as const } : piece,
  );
  return totalOf(scheme, itemsOf(settled, scheme)).result;
}

function reasonText(reason: BearingReason, scheme: Scheme): ReasonText {
  if (reason.why === 'missing') return { why: 'missing', number: reason.missing, limit: reason.limit };
  const number = 'by' in reason ? reason.by : reason.total;
  return { why: reason.why, number: percentText(number, scheme.decimals), limit: percentText(reason.limit, 0) };
}

/**
 * A student's standing in one class by its scheme and bearing settings (docs/rules.md, 5 and 6).
 * At least counts what is open or waits for a score as nothing, at most as full points; at least never
 * exceeds the total, nor that at most.
 *
 * @param pieces all of one student's in the class @param now for the fall over the last weeks
 * @example 15 of 20 and 25 of 30 scored, 10 open, one pool -> 80.0, at least 66.7, at most 83.3
 */
export function standingOf({ pieces, scheme, settings, now }: { pieces: readonly CountedPiece[]; scheme: Scheme; settings: BearingSettings; now: Instant }): Standing {
  const items = itemsOf(pieces, scheme);
  const { result, counted } = totalOf(scheme, items);
  const before = totalOf(scheme, itemsOf(asOf(pieces, now - settings.overWeeks * 7 * DAY_MS), scheme)).result;
  const missing = pieces.filter((piece) => piece.state === 'missing').length;
  const { bearing, reasons } = bearingOf({ total: result, before, missing, settings });
  const [none, most] = [totalWithOpen(pieces, scheme, false), totalWithOpen(pieces, scheme, true)];
  const counting = new Set(counted);
  const inTotal = items.filter((item) => counting.has(item.id));
  const text = (value: Ratio | null) => (value === null ? null : totalText(value, scheme));
  return {
    earned: inTotal.reduce((sum, item) => sum + item.earned, 0),
    possible: inTotal.reduce((sum, item) => sum + (item.bonus ? 0 : item.points), 0),
    hasTotals: scheme.kind !== 'none',
    total: text(result),
    band: result === null ? null : (bandOf(result, scheme)?.name ?? null),
    // With a bonus on top of a category that leaves pieces out, a further nothing can raise the total, as there is more to
    // leave out; and where the total exceeds 100 %, a further full score can lower it.
    atLeast: text(result === null || none === null ? none : least(result, none)),
    atMost: text(result === null || most === null ? most : greatest(result, most)),
    bearing,
    reasons: reasons.map((reason) => reasonText(reason, scheme)),
  };
}
