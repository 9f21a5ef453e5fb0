import { compareNames, type StudentName } from '../roster';
import { BEARINGS, type Bearing } from '../bearing';
import type { Instant, MilliPoints, Milliseconds } from '../quantities';
import type { PieceState } from '../state';
import type { ReportSettings } from './settings';

/** A piece as a report lists it. */
export interface ReportPiece {
  title: string;
  category: string | null;
  points: MilliPoints | null;
  effective: MilliPoints | null;
  state: PieceState | null;
  lateBy: Milliseconds;
  due: Instant | null;
  belongs: Instant;
}

const HAS_NOTHING: ReadonlySet<PieceState | null> = new Set(['notOpen', 'open', 'started', 'inClass']);

/** Is a piece listed? Of "only missing, late, sent back, below a score" whichever holds is enough. */
function isListed(piece: ReportPiece, { only, withoutData }: Pick<ReportSettings, 'only' | 'withoutData'>): boolean {
  const { state, lateBy, effective, points } = piece;
  if (!only.missing && !only.late && !only.sentBack && only.below === null)
    return withoutData || effective !== null || !HAS_NOTHING.has(state);
  const below = only.below !== null && effective !== null && points !== null && points > 0 && effective * 100_000 < only.below * points;
  return (only.missing && state === 'missing') || (only.late && lateBy > 0) || (only.sentBack && state === 'sentBack') || below;
}

const share = ({ effective, points }: ReportPiece) => (effective === null || !points ? Infinity : effective / points);

/**
 * The pieces a report lists, in its order; of what is equal the earlier one first.
 * @param categories ids in the class's order @example only missing -> just those in state `missing`
 */
export function listedPieces<P extends ReportPiece>(
  pieces: readonly P[],
  settings: Pick<ReportSettings, 'only' | 'withoutData' | 'sortWork'>,
  categories: readonly string[],
): P[] {
  const place = ({ category }: P) =>
    category === null || !categories.includes(category) ? categories.length : categories.indexOf(category);
  const orders: Record<ReportSettings['sortWork'], (a: P, b: P) => number> = {
    due: () => 0,
    category: (a, b) => place(a) - place(b),
    title: (a, b) => a.title.localeCompare(b.title, 'en', { numeric: true }),
    score: (a, b) => (share(a) === share(b) ? 0 : share(a) - share(b)),
  };
  return pieces
    .filter((piece) => isListed(piece, settings))
    .sort((a, b) => orders[settings.sortWork](a, b) || a.belongs - b.belongs || a.title.localeCompare(b.title, 'en'));
}

/** A student as the order of a report sees them. */
export interface ReportStudent {
  student: StudentName;
  total: string | null;
  missing: number;
  bearing: Bearing;
}
/** The order of students: by name, or whoever is highest, lacks most or is furthest off course first; then by name. */
export function orderOfStudents(sort: ReportSettings['sort']): (a: ReportStudent, b: ReportStudent) => number {
  const orders: Record<ReportSettings['sort'], (a: ReportStudent, b: ReportStudent) => number> = {
    name: () => 0,
    total: (a, b) => Number(a.total === null) - Number(b.total === null) || Number(b.total ?? 0) - Number(a.total ?? 0),
    missing: (a, b) => b.missing - a.missing,
    bearing: (a, b) => BEARINGS.indexOf(a.bearing) - BEARINGS.indexOf(b.bearing),
  };
  return (a, b) => orders[sort](a, b) || compareNames(a.student, b.student);
}
