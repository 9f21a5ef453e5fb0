import { localDateAt, termAt, type Term } from '../calendar';
import type { Instant, Milliseconds, MilliPoints, Ratio } from '../quantities';
import type { PieceState } from '../state';
import { countedItem, totalOf, yearTotal, type CountedItem, type CountedPiece, type Scheme, type Total } from '../totals';

/** Who looks at a total: a teacher's counts every score, a student's only what was returned. */
export type Viewpoint = 'teacher' | 'student';

/** One assignment as a column. */
export interface BookColumn {
  id: string;
  title: string;
  points: MilliPoints | null;
  categoryId: string | null;
  countsInTotals: boolean;
  bonus: boolean;
  /** for the class; a student's own stands in the cell */
  due: Instant | null;
  issuedAt: Instant;
}

/** A column as one class has it; what several classes have is one column with a set for each. */
export type ColumnSet = Omit<BookColumn, 'id' | 'title' | 'points'> & { assignmentId: string };

/** The column as totals of one class see it; null where it does not have the assignment. @param of place of the class */
export function columnFor(
  { title, points, sets }: { title: string; points: MilliPoints | null; sets: readonly (ColumnSet | null)[] },
  of: number,
): BookColumn | null {
  const set = sets[of] ?? null;
  if (set === null) return null;
  const { assignmentId, categoryId, countsInTotals, bonus, due, issuedAt } = set;
  return { id: assignmentId, title, points, categoryId, countsInTotals, bonus, due, issuedAt };
}

/** What was given, as it can be entered: nothing of a rubric's levels, which are chosen on the desk. */
export interface CellGiven {
  /** of the last round, before rounds and lateness are looked at */
  earned: MilliPoints | null;
  word?: string;
  done?: boolean;
  /** chosen on a rubric */
  byRubric?: true;
  /** what counts of it: of several rounds by the assignment's rule, less what lateness takes off */
  effective: MilliPoints | null;
  takenOff?: MilliPoints;
  /** several rounds or an adjustment, so that earned is not what counts */
  counted?: MilliPoints;
  at: Instant;
}

/** One student's piece of one assignment. What is left out is as it usually is: nothing, or no. */
export interface BookCell {
  state: PieceState;
  /** as the student is told it, where that differs */
  told?: PieceState;
  /** of a missing piece */
  stillAccepted?: true;
  /** where it differs from the column's */
  due?: Instant | null;
  version: number;
  score?: CellGiven;
  /** what counts of what was returned, where it is another number than the score's */
  returned?: MilliPoints | null;
  held?: true;
  excused?: true;
  /** of what is done in class: said to be missing */
  saidMissing?: true;
  /** the state it would have with no score and not excused, where that differs */
  bare?: PieceState;
  /** why nothing can be entered: marked without names, or a second score to be given first */
  locked?: 'nameless' | 'blind';
  /** in ms, of the hand-in that stands */
  lateBy?: Milliseconds;
  /** being late costs nothing here */
  waived?: true;
  /** noted as absent on the day, of what is done in class */
  absent?: true;
  /** the register has them away on the day it was due */
  away?: true;
}

/** The number that counts of a cell from this viewpoint; null while there is none. */
export function effectiveOf(cell: BookCell, viewpoint: Viewpoint): MilliPoints | null {
  if (viewpoint === 'teacher') return cell.score?.effective ?? null;
  return cell.returned === undefined ? (cell.state === 'returned' && !cell.held ? (cell.score?.effective ?? null) : null) : cell.returned;
}

/** A cell as totals see it (docs/rules.md, 5). */
export function countedPieceOf(column: BookColumn, cell: BookCell, viewpoint: Viewpoint): CountedPiece {
  const effective = effectiveOf(cell, viewpoint);
  return {
    id: column.id,
    category: column.categoryId,
    points: column.points,
    counts: column.countsInTotals,
    bonus: column.bonus,
    effective,
    scoredAt: effective === null ? null : (cell.score?.at ?? null),
    state: viewpoint === 'student' ? (cell.told ?? cell.state) : cell.state,
    stillAccepted: cell.stillAccepted ?? false,
    due: cell.due === undefined ? column.due : cell.due,
  };
}

/** What a cell counts as from this viewpoint; null if it does not count, or there is no cell. */
export function bookItem(column: BookColumn, cell: BookCell | null, viewpoint: Viewpoint, scheme: Scheme): CountedItem | null {
  return cell === null ? null : countedItem(countedPieceOf(column, cell, viewpoint), scheme);
}

/** A student's total over some columns. @param cells in the columns' order; null where a piece is not theirs */
export function bookTotal(
  columns: readonly BookColumn[],
  cells: readonly (BookCell | null)[],
  viewpoint: Viewpoint,
  scheme: Scheme,
): Total {
  const items: CountedItem[] = [];
  for (const [index, column] of columns.entries()) {
    const item = bookItem(column, cells[index] ?? null, viewpoint, scheme);
    if (item) items.push(item);
  }
  return totalOf(scheme, items);
}

/**
 * The term a piece counts in: that of the day it is due for the class, without a due date that of its issue.
 * A day between two terms belongs to the next, one after the last to the last, so nothing is lost.
 *
 * @returns the term's place among the terms as given; null where there are none
 */
export function termOfWork(terms: readonly Term[], zone: string, { due, issuedAt }: Pick<BookColumn, 'due' | 'issuedAt'>): number | null {
  const term = termAt(terms, localDateAt(zone, due ?? issuedAt));
  return term ? terms.indexOf(term) : null;
}

/** The weight of a term in the year's total: 1 unless the class says otherwise. */
export const termWeight = (scheme: Pick<Scheme, 'termWeights'>, term: string): number => scheme.termWeights?.[term] ?? 1;

/** The year's total: of each term by its weight, over the terms that have one (docs/rules.md, 5). */
export function bookYear(scheme: Pick<Scheme, 'termWeights'>, terms: readonly Term[], totals: readonly (Ratio | null)[]): Ratio | null {
  return yearTotal(
    terms
      .map((term, index) => ({ weight: termWeight(scheme, term.name), total: totals[index] ?? null }))
      .filter(({ weight }) => weight > 0),
  );
}

/** The category that a column counts under: none where it is filed under one that the scheme does not have. */
export const countsAs = ({ categoryId }: Pick<BookColumn, 'categoryId'>, known: ReadonlySet<string>): string | null =>
  categoryId !== null && known.has(categoryId) ? categoryId : null;
