import {
  bookItem,
  cellText,
  effectiveOf,
  unmilli,
  type BookCell,
  type BookColumn,
  type Viewpoint,
  type PieceState,
  type Scheme,
} from '@jolly/core';

/** How a cell is drawn. */
export interface ShownCell {
  flag: PieceState | null;
  text: string;
  /** of a late piece, what is taken off */
  off: string;
  /** counted by the missing rule, not given */
  counted: boolean;
  /** a correction that the student does not have yet */
  correction: boolean;
  absent: boolean;
}

const NONE: ShownCell = { flag: null, text: '', off: '', counted: false, correction: false, absent: false };

/** A cell from this viewpoint. What was returned needs no flag: it is the usual case, and the number says it. */
export function shownCell(cell: BookCell | null, column: BookColumn | null, viewpoint: Viewpoint, scheme: Scheme): ShownCell {
  if (cell === null || column === null) return NONE;
  const state = viewpoint === 'student' ? (cell.told ?? cell.state) : cell.state;
  const absent = cell.absent === true || cell.away === true;
  const flag = state === 'returned' ? null : state;
  if (viewpoint === 'student') {
    const points = effectiveOf(cell, 'student');
    return {
      ...NONE,
      flag,
      absent,
      text: points === null ? missingText(cell, column, viewpoint, scheme) : String(unmilli(points)),
      counted: points === null,
    };
  }
  const text = cell.excused ? '' : cellText(cell);
  if (text !== '')
    return {
      flag,
      text,
      off: cell.score?.takenOff ? `−${unmilli(cell.score.takenOff)}` : '',
      counted: false,
      correction: cell.state === 'returned' && cell.held === true,
      absent,
    };
  return { ...NONE, flag, absent, text: missingText(cell, column, viewpoint, scheme), counted: true };
}

function missingText(cell: BookCell, column: BookColumn, viewpoint: Viewpoint, scheme: Scheme): string {
  const item = bookItem(column, cell, viewpoint, scheme);
  return item?.missing ? String(unmilli(item.earned)) : '';
}
