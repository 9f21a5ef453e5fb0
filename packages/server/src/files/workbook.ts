/**
 * Workbooks, as spreadsheets read and write them. This is the only place that knows the library they are made with.
 */
import type ExcelJS from 'exceljs';

export const WORKBOOK = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

/** A formula with what it came to when it was written, for readers that do not calculate. */
export interface Formula {
  formula: string;
  result: number | string;
}
export type Content = string | number | null | Formula;
/** A cell with a format of its own: `@` is text whatever it looks like, `0.0%` a percentage. */
export interface FormattedCell {
  content: Content;
  format: string;
}
export type SheetCell = Content | FormattedCell;

export interface Sheet {
  name: string;
  rows: readonly (readonly SheetCell[])[];
  /** how many rows at the top are a head: bold */
  head?: number;
  /** rows and columns that stay in sight */
  frozen?: { rows?: number; columns?: number };
  /** by place; what is left out is as wide as usual */
  columns?: readonly { width?: number; hidden?: true }[];
  /** there for formulas only */
  hidden?: true;
}

// Read only when somebody takes out or brings in a workbook: it is a fifth of what the server would read when it starts.
const library = async (): Promise<typeof ExcelJS> => (await import('exceljs')).default;

const hasFormat = (cell: SheetCell): cell is FormattedCell => typeof cell === 'object' && cell !== null && 'format' in cell;
const valueOf = (content: Content): ExcelJS.CellValue => content as ExcelJS.CellValue;

/** The bytes of a workbook. @example await writeWorkbook([{ name: 'Names', rows: [['Name'], ['Bao']], head: 1 }]) */
export async function writeWorkbook(sheets: readonly Sheet[]): Promise<Buffer> {
  const book = new (await library()).Workbook();
  for (const { name, rows, head = 0, frozen, columns = [], hidden } of sheets) {
    const sheet = book.addWorksheet(name, {
      ...(frozen ? { views: [{ state: 'frozen', xSplit: frozen.columns ?? 0, ySplit: frozen.rows ?? 0 }] } : {}),
      ...(hidden ? { state: 'hidden' } : {}),
    });
    for (const [place, cells] of rows.entries()) {
      const row = sheet.getRow(place + 1);
      for (const [column, cell] of cells.entries()) {
        const content = hasFormat(cell) ? cell.content : cell;
        if (content === null) continue;
        const at = row.getCell(column + 1);
        at.value = valueOf(content);
        if (hasFormat(cell)) at.numFmt = cell.format;
      }
      if (place < head) row.font = { bold: true };
    }
    for (const [place, { width, hidden: unseen }] of columns.entries()) {
      const column = sheet.getColumn(place + 1);
      if (width !== undefined) column.width = width;
      if (unseen) column.hidden = true;
    }
  }
  return Buffer.from(await book.xlsx.writeBuffer());
}

function cellText(value: ExcelJS.CellValue): string {
  if (value === null || value === undefined) return '';
  // What the sheet holds as text is text, whatever it begins with; the apostrophe says so.
  if (typeof value === 'string') return value.replace(/^(?=[=+\-@])/, "'");
  if (value instanceof Date) return value.toISOString().slice(0, 10);
  if (typeof value === 'object') {
    // What a formula came to is somebody's calculation and not a name; it is shown as the formula it is.
    if ('formula' in value || 'sharedFormula' in value) return `=${'formula' in value ? value.formula : value.sharedFormula}`;
    if ('richText' in value) return value.richText.map((part) => part.text).join('');
    if ('hyperlink' in value) return typeof value.text === 'string' ? value.text : cellText(value.text as ExcelJS.CellValue);
    if ('error' in value) return '';
  }
  return String(value);
}

/**
 * The first sheet with anything on it as texts, one row for each row of the sheet.
 * @param bounds how many rows and columns are read at most
 * @returns null if these bytes are no workbook
 */
export async function readSheet(bytes: Buffer, bounds: { rows: number; columns: number }): Promise<string[][] | null> {
  const book = new (await library()).Workbook();
  try {
    await book.xlsx.load(new Uint8Array(bytes).buffer);
  } catch {
    return null;
  }
  const sheet = book.worksheets.find((one) => one.actualRowCount > 0);
  const rows: string[][] = [];
  // Row by row and only as far as is asked: a single cell far down would else make a million empty rows.
  for (let number = 1; number <= Math.min(sheet?.rowCount ?? 0, bounds.rows); number++) {
    const row = sheet!.findRow(number);
    const width = Math.min(row?.cellCount ?? 0, bounds.columns);
    rows.push(Array.from({ length: width }, (_, column) => cellText(row!.findCell(column + 1)?.value)));
  }
  return rows;
}
