/**
 * Workbooks, as spreadsheets read and write them. This is the only place that knows the library they are made with.
 */
import { columnLetter } from '@jolly/core';
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
  /** read from right to left, as its words are */
  rightToLeft?: boolean;
}

// Read only when somebody takes out or brings in a workbook: it is a fifth of what the server would read when it starts.
const library = async (): Promise<typeof ExcelJS> => (await import('exceljs')).default;

export const isFormatted = (cell: SheetCell): cell is FormattedCell => typeof cell === 'object' && cell !== null && 'format' in cell;
const valueOf = (content: Content): ExcelJS.CellValue => content as ExcelJS.CellValue;

/** The bytes of a workbook. @example await writeWorkbook([{ name: 'Names', rows: [['Name'], ['Bao']], head: 1 }]) */
export async function writeWorkbook(sheets: readonly Sheet[]): Promise<Buffer> {
  const book = new (await library()).Workbook();
  for (const { name, rows, head = 0, frozen, columns = [], hidden, rightToLeft = false } of sheets) {
    const sheet = book.addWorksheet(name, {
      views: [
        { rightToLeft, ...(frozen ? { state: 'frozen', xSplit: frozen.columns ?? 0, ySplit: frozen.rows ?? 0 } : { state: 'normal' }) },
      ],
      ...(hidden ? { state: 'hidden' } : {}),
    });
    for (const [place, cells] of rows.entries()) {
      const row = sheet.getRow(place + 1);
      for (const [column, cell] of cells.entries()) {
        const content = isFormatted(cell) ? cell.content : cell;
        if (content === null) continue;
        const at = row.getCell(column + 1);
        at.value = valueOf(content);
        if (isFormatted(cell)) at.numFmt = cell.format;
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

/** The cells that are asked for, as a spreadsheet names them. @example { rows: 10, columns: 28 } -> A1:AB10 */
export const columnsAsked = ({ rows, columns }: { rows: number; columns: number }): string => `A1:${columnLetter(columns - 1)}${rows}`;
/** What a formula is read as: what it came to when it was stored, or itself. */
export type Formulas = 'value' | 'text';
/** A number as a spreadsheet shows it: with as many digits as it keeps. @example 0.1 + 0.2 -> 0.3 */
export const numberText = (value: number): string => String(Number(value.toPrecision(15)));
// What the sheet holds as text is text, whatever it begins with; the apostrophe says so.
export const plainText = (text: string): string => text.replace(/^(?=[=+\-@])/, "'");

function cellText(value: ExcelJS.CellValue, formulas: Formulas): string {
  if (value === null || value === undefined) return '';
  if (typeof value === 'string') return plainText(value);
  if (typeof value === 'number') return numberText(value);
  if (value instanceof Date) return value.toISOString().slice(0, 10);
  if (typeof value === 'object') {
    if ('formula' in value || 'sharedFormula' in value) {
      const { result } = value;
      if (formulas === 'value' && result !== undefined && result !== null) return cellText(result as ExcelJS.CellValue, formulas);
      // Of a name, or where nothing is stored, it is shown as the formula it is.
      return `=${'formula' in value ? value.formula : value.sharedFormula}`;
    }
    if ('richText' in value) return value.richText.map((part) => part.text).join('');
    if ('hyperlink' in value) return typeof value.text === 'string' ? value.text : cellText(value.text as ExcelJS.CellValue, formulas);
    if ('error' in value) return '';
  }
  return String(value);
}

/**
 * The first sheet with anything on it as texts, one row for each row of the sheet.
 * @param bounds how many rows and columns are read at most
 * @returns null if these bytes are no workbook
 */
export async function readSheet(
  bytes: Buffer,
  bounds: { rows: number; columns: number },
  formulas: Formulas = 'value',
): Promise<string[][] | null> {
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
    rows.push(Array.from({ length: width }, (_, column) => cellText(row!.findCell(column + 1)?.value, formulas)));
  }
  return rows;
}
