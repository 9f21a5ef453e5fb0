import { cellText, placeBlock, type CellRange } from '@jolly/core';
import type { Spot, Wish } from './spot';
import type { Book } from './use-book';
import type { View } from './use-view';

type Cells = Pick<Book, 'cellAt'>;
type Places = Pick<View, 'spotOf'>;

/** Cells that can be changed at all: what is not theirs, or marked without names, stands aside when many are meant. */
const open = (cells: Cells, spot: Spot): boolean => {
  const cell = cells.cellAt(spot);
  return cell !== null && !cell.locked;
};

/** The cells of a range that belong to assignments, each with what is typed in it. */
export function wishesIn({ top, bottom, left, right }: CellRange, places: Places, cells: Cells): Wish[] {
  const wishes: Wish[] = [];
  for (let row = top; row <= bottom; row++)
    for (let column = left; column <= right; column++) {
      const spot = places.spotOf(row, column);
      if (spot) wishes.push({ ...spot, text: cellText(cells.cellAt(spot)) });
    }
  return wishes;
}

/** What emptying a range comes to: a wish for each cell that has something and can be changed. */
export const cleared = (range: CellRange, places: Places, cells: Cells): Wish[] =>
  wishesIn(range, places, cells)
    .filter((wish) => open(cells, wish) && wish.text !== '')
    .map((wish) => ({ ...wish, text: '' }));

/** What filling a range down comes to, each column from its first cell. One row alone is filled from the one above, as in a spreadsheet. */
export function filledDown({ top, bottom, left, right }: CellRange, places: Places, cells: Cells): Wish[] {
  const source = top === bottom ? top - 1 : top;
  const wishes: Wish[] = [];
  for (let column = left; column <= right; column++) {
    const from = places.spotOf(source, column);
    if (!from) continue;
    const text = cellText(cells.cellAt(from));
    for (let row = source + 1; row <= bottom; row++) {
      const spot = places.spotOf(row, column);
      if (spot && open(cells, spot)) wishes.push({ ...spot, text });
    }
  }
  return wishes;
}

// A word of a scale may hold a tab's worth of anything; what could be a formula is text over there.
const quoted = (text: string): string =>
  /["\t\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : /^[=+\-@]/.test(text) ? `'${text}` : text;

/** A range as any program with cells takes it from the clipboard. @param textAt what a cell shows, by row and column of the grid */
export const clipboardText = ({ top, bottom, left, right }: CellRange, textAt: (row: number, column: number) => string): string =>
  Array.from({ length: bottom - top + 1 }, (_, row) =>
    Array.from({ length: right - left + 1 }, (__, column) => quoted(textAt(top + row, left + column))).join('\t'),
  ).join('\n');

const LONGEST_ENTRY = 200;

/** What pasting a block comes to: a wish for each cell that takes one, how large the block is and how much room there is for it. */
export function pasted(
  block: readonly (readonly string[])[],
  range: CellRange,
  view: Places & { rows: { value: readonly unknown[] }; columns: { value: { shown: readonly unknown[] } } },
) {
  const placed = placeBlock(block, range, { rows: view.rows.value.length, columns: view.columns.value.shown.length });
  const wishes = placed.placed.flatMap(({ row, column, text }): Wish[] => {
    const spot = view.spotOf(row, column);
    // The apostrophe says over there that it is text.
    const own = text.trim().replace(/^'(?=[=+\-@])/, '');
    return spot ? [{ ...spot, text: own.slice(0, LONGEST_ENTRY) }] : [];
  });
  return { wishes, block: placed.block, room: placed.room };
}
