/** A block of cells, both ends included, counted from 0. */
export interface CellRange {
  top: number;
  left: number;
  bottom: number;
  right: number;
}

/** The range between two cells, whichever way it was drawn. */
export function rangeOf(from: { row: number; column: number }, to: { row: number; column: number }): CellRange {
  return {
    top: Math.min(from.row, to.row),
    bottom: Math.max(from.row, to.row),
    left: Math.min(from.column, to.column),
    right: Math.max(from.column, to.column),
  };
}

/** Where the texts of a block would go. */
export interface PlacedBlock {
  placed: { row: number; column: number; text: string }[];
  /** how large the block is, and how much room there is from where it begins */
  block: { rows: number; columns: number };
  room: { rows: number; columns: number };
}

/**
 * Lays a block of texts on a range as a spreadsheet does: a single cell fills the range, a block whose size
 * divides the range is repeated in it, any other lies once at its top and left. Empty texts are left out, for a
 * gap in somebody's list is no wish to lose a score. What finds no room is not placed.
 *
 * @param size of the whole book
 */
export function placeBlock(texts: readonly (readonly string[])[], range: CellRange, size: { rows: number; columns: number }): PlacedBlock {
  const block = { rows: texts.length, columns: texts.reduce((most, row) => Math.max(most, row.length), 0) };
  const room = { rows: size.rows - range.top, columns: size.columns - range.left };
  const placed: PlacedBlock['placed'] = [];
  if (block.rows === 0 || block.columns === 0) return { placed, block, room };
  const [height, width] = [range.bottom - range.top + 1, range.right - range.left + 1];
  const repeats = height % block.rows === 0 && width % block.columns === 0;
  const [rows, columns] = repeats ? [height, width] : [block.rows, block.columns];
  for (let row = 0; row < Math.min(rows, room.rows); row++) {
    const line = texts[row % block.rows]!;
    for (let column = 0; column < Math.min(columns, room.columns); column++) {
      const text = line[column % block.columns] ?? '';
      if (text.trim() !== '') placed.push({ row: range.top + row, column: range.left + column, text });
    }
  }
  return { placed, block, room };
}
