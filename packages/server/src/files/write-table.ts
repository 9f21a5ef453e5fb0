import { stringify } from 'csv-stringify/sync';
import ExcelJS from 'exceljs';
import type { Response } from 'express';

/** A file that is taken home. */
export interface TakenOut {
  name: string;
  mediaType: string;
  bytes: Buffer;
}

/** A name as a file can bear it. */
export const fileStem = (name: string): string => name.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-+|-+$/g, '') || 'class';

export const WORKBOOK = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

// Text that begins like a formula would be one in the next program; a spreadsheet reads the apostrophe as "text".
const harmless = (text: string): string => (/^[=+\-@]/.test(text) ? `'${text}` : text);

/** A table as CSV, every cell harmless in a spreadsheet. */
export const csv = (header: readonly string[], rows: readonly (readonly (string | null)[])[]): string =>
  stringify([header.map(harmless), ...rows.map((row) => row.map((cell) => harmless(cell ?? '')))], { record_delimiter: 'windows' });

/**
 * A workbook of one sheet. Cells are text, whatever they look like: a number with leading zeros stays one, and
 * nothing becomes a formula.
 *
 * @param name of the file, without its ending
 */
export async function workbookOf(
  name: string,
  sheetName: string,
  columns: readonly { header: string; width: number }[],
  rows: readonly string[][],
): Promise<TakenOut> {
  const book = new ExcelJS.Workbook();
  const sheet = book.addWorksheet(sheetName, { views: [{ state: 'frozen', ySplit: 1 }] });
  sheet.columns = columns.map(({ header, width }) => ({ header, width }));
  sheet.getRow(1).font = { bold: true };
  for (const row of rows) sheet.addRow(row).eachCell((cell) => (cell.numFmt = '@'));
  return {
    name: `${name}.xlsx`,
    mediaType: WORKBOOK,
    bytes: Buffer.from(await book.xlsx.writeBuffer()),
  };
}

/** Sends a file that is taken home. */
export function sendFile(res: Response, { name, mediaType, bytes }: TakenOut): void {
  res.set({ 'Content-Type': mediaType, 'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}` }).send(bytes);
}
