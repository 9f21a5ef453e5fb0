import { stringify } from 'csv-stringify/sync';
import type { Response } from 'express';
import { OPEN_DOCUMENT_SHEET, writeOds } from './open-document';
import { WORKBOOK, writeWorkbook, type Sheet } from './workbook';

/** A file that is taken home. */
export interface TakenOut {
  name: string;
  mediaType: string;
  bytes: Buffer;
}

/** A name as a file can bear it. */
export const fileStem = (name: string): string => name.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-+|-+$/g, '') || 'class';

// Text that begins like a formula would be one in the next program; a spreadsheet reads the apostrophe as "text".
const harmless = (text: string): string => (/^[=+\-@]/.test(text) ? `'${text}` : text);

/** A table as CSV, every cell harmless in a spreadsheet. */
export const csv = (header: readonly string[], rows: readonly (readonly (string | null)[])[]): string =>
  stringify([header.map(harmless), ...rows.map((row) => row.map((cell) => harmless(cell ?? '')))], { record_delimiter: 'windows' });

/** The forms of a workbook. */
export type WorkbookForm = 'xlsx' | 'ods';
const MEDIA: Record<WorkbookForm, string> = { xlsx: WORKBOOK, ods: OPEN_DOCUMENT_SHEET };

/** A workbook as it is taken home. @param name of the file, without its ending */
export async function workbookFile(name: string, form: WorkbookForm, sheets: readonly Sheet[]): Promise<TakenOut> {
  const bytes = await (form === 'ods' ? writeOds : writeWorkbook)(sheets);
  return { name: `${name}.${form}`, mediaType: MEDIA[form], bytes };
}

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
  form: WorkbookForm = 'xlsx',
): Promise<TakenOut> {
  const texts = rows.map((row) => row.map((content) => ({ content, format: '@' })));
  return workbookFile(name, form, [
    {
      name: sheetName,
      rows: [columns.map(({ header }) => header), ...texts],
      head: 1,
      frozen: { rows: 1 },
      columns: columns.map(({ width }) => ({ width })),
    },
  ]);
}

/** Sends a file that is taken home. */
export function sendFile(res: Response, { name, mediaType, bytes }: TakenOut): void {
  res.set({ 'Content-Type': mediaType, 'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}` }).send(bytes);
}
