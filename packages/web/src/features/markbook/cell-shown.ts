import {
  bookItem,
  cellText,
  effectiveOf,
  writtenNumber,
  writtenPoints,
  type BookCell,
  type BookColumn,
  type Viewpoint,
  type PieceState,
  type Scheme,
} from '@jolly/core';
import { language } from '../../time/format';

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
      text: points === null ? missingText(cell, column, viewpoint, scheme) : writtenPoints(language(), points),
      counted: points === null,
    };
  }
  const text = cell.excused ? '' : cellText(cell);
  if (text !== '')
    return {
      flag,
      // A score is written as the language does; a letter or a word of a scale stays.
      text: /^\d+\.\d+$/.test(text) ? writtenNumber(language(), text) : text,
      off: cell.score?.takenOff ? `−${writtenPoints(language(), cell.score.takenOff)}` : '',
      counted: false,
      correction: cell.state === 'returned' && cell.held === true,
      absent,
    };
  return { ...NONE, flag, absent, text: missingText(cell, column, viewpoint, scheme), counted: true };
}

function missingText(cell: BookCell, column: BookColumn, viewpoint: Viewpoint, scheme: Scheme): string {
  const item = bookItem(column, cell, viewpoint, scheme);
  return item?.missing ? writtenPoints(language(), item.earned) : '';
}
