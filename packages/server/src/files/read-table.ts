import { parse } from 'csv-parse/sync';
import { buffer } from 'node:stream/consumers';
import { OPEN_DOCUMENT_SHEET, readOds } from './open-document';
import { readSheet, type Formulas } from './workbook';
import { openZip, ZipError } from './zip-file';

/** A file that is no table, or too large a one; who asked for it says so in their own words. */
export class TableError extends Error {
  constructor(readonly why: ZipError['why']) {
    super(`table ${why}`);
    this.name = 'TableError';
  }
}

/** How much of a table is read. */
export interface TableBounds {
  rows: number;
  columns: number;
}

const LARGEST_UNPACKED = 60_000_000;
const MOST_ENTRIES = 200;

/**
 * Text of unknown encoding: by its mark, else UTF-16 by where its zeros lie, else UTF-8 if it is valid
 * UTF-8, else Windows-1252, which every byte is valid in.
 */
export function decodeText(bytes: Buffer): { text: string; encoding: 'UTF-8' | 'UTF-16' | 'Windows-1252' } {
  const utf16 = (encoding: 'utf-16le' | 'utf-16be') => ({ text: new TextDecoder(encoding).decode(bytes), encoding: 'UTF-16' as const });
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return utf16('utf-16le');
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return utf16('utf-16be');
  const head = bytes.subarray(0, 2000);
  const zeros = [0, 0];
  for (const [index, byte] of head.entries()) if (byte === 0) zeros[index % 2]! += 1;
  if (zeros[1]! > head.length / 8) return utf16('utf-16le');
  if (zeros[0]! > head.length / 8) return utf16('utf-16be');
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'UTF-8' };
  } catch {
    return { text: new TextDecoder('windows-1252').decode(bytes), encoding: 'Windows-1252' };
  }
}

// In their order where two part a table equally well: who writes numbers with a comma separates with something else.
const SEPARATORS = ['\t', ';', '|', ','] as const;
export type Separator = (typeof SEPARATORS)[number];
const ROWS_TO_JUDGE = 1000;

/** How evenly a separator parts a table: the share of its rows that have as many cells as most have, which are two at least. */
function evenness(text: string, separator: Separator): number {
  try {
    const rows = readCsv(text, separator, { rows: ROWS_TO_JUDGE, columns: Infinity }).filter((row) =>
      row.some((cell) => cell.trim() !== ''),
    );
    const times = new Map<number, number>();
    for (const { length } of rows) if (length > 1) times.set(length, (times.get(length) ?? 0) + 1);
    return Math.max(0, ...times.values()) / Math.max(1, rows.length);
  } catch {
    return 0;
  }
}

/**
 * What parts the cells of a text table: what its first line says (`sep=;`), else what parts the whole of it most evenly.
 * @returns the separator, and the text without that first line, which stays as an empty one so that rows keep their numbers
 */
export function partedBy(text: string): { separator: Separator; text: string } {
  const said = /^\uFEFF?"?sep=(.)"?(?=\r|\n|$)/i.exec(text);
  const named = SEPARATORS.find((one) => one === said?.[1]);
  if (said && named) return { separator: named, text: text.slice(said[0].length) };
  const judged = SEPARATORS.map((separator) => ({ separator, even: evenness(text, separator) }));
  const best = judged.reduce((a, b) => (b.even > a.even ? b : a));
  return { separator: best.even > 0 ? best.separator : ',', text };
}

/** Rows of a text table, one for each line of the file, so that their numbers are the file's. @throws TableError `notReadable` */
export function readCsv(text: string, separator: string, bounds: TableBounds): string[][] {
  try {
    // With `info` each record comes with where it stood, of which the types of the library know nothing.
    const rows: unknown = parse(text, {
      delimiter: separator,
      relaxColumnCount: true,
      relaxQuotes: true,
      skipEmptyLines: false,
      bom: true,
      toLine: bounds.rows,
      info: true,
    });
    return (rows as { record: string[] }[]).map(({ record }) => record.slice(0, bounds.columns));
  } catch {
    throw new TableError('notReadable');
  }
}

interface Unpacked {
  name: string;
  bytes: Buffer;
}

/**
 * Everything in a zip.
 * @throws TableError `tooLarge`, `outside` for paths that lead out of it, `doubled` for a name that is there twice, `link` for what only
 * points elsewhere, or `notReadable` for what is no zip or is damaged
 */
export async function unzip(bytes: Buffer, most = { entries: MOST_ENTRIES, unpacked: LARGEST_UNPACKED }): Promise<Unpacked[]> {
  try {
    const zip = await openZip(bytes, most);
    const found: Unpacked[] = [];
    for (const name of zip.entries.keys()) found.push({ name, bytes: await buffer(await zip.read(name)) });
    zip.close();
    return found;
  } catch (error) {
    throw new TableError(error instanceof ZipError ? error.why : 'notReadable');
  }
}

/**
 * The first sheet with anything on it, one row for each row of the sheet.
 * @param formulas is a formula what it came to when it was stored, or is it shown as the formula it is?
 * @throws TableError `notReadable`, `tooLarge`
 */
export async function readWorkbook(
  bytes: Buffer,
  kind: 'xlsx' | 'ods',
  bounds: TableBounds,
  formulas: Formulas = 'value',
): Promise<string[][]> {
  const rows = await (kind === 'ods' ? readOds : readSheet)(bytes, bounds, formulas);
  if (rows === null) throw new TableError('notReadable');
  if (rows === 'tooLarge') throw new TableError('tooLarge');
  return rows;
}

export const isZip = (bytes: Buffer) => bytes.length > 4 && bytes[0] === 0x50 && bytes[1] === 0x4b;

/** Which kind of workbook is it, if any? Asked of what is in a zip. */
export function workbookKind(entries: readonly { name: string; bytes: Buffer }[]): 'xlsx' | 'ods' | null {
  if (entries.some((entry) => entry.name === 'xl/workbook.xml')) return 'xlsx';
  const said = entries
    .find((entry) => entry.name === 'mimetype')
    ?.bytes.toString('latin1')
    .trim();
  return said !== undefined && said.startsWith(OPEN_DOCUMENT_SHEET) ? 'ods' : null;
}

/** Text that is a table: what has zeros in it is a picture, an old workbook or something else. @throws TableError */
export function decodeTable(bytes: Buffer): { text: string; encoding: string } {
  const decoded = decodeText(bytes);
  if (decoded.text.includes('\u0000')) throw new TableError('notReadable');
  return decoded;
}

/** The rows of a workbook, or of a text table whatever its separator and encoding. @throws TableError */
export async function readTable(bytes: Buffer, bounds: TableBounds): Promise<string[][]> {
  if (isZip(bytes)) {
    const kind = workbookKind(await unzip(bytes));
    if (kind === null) throw new TableError('notReadable');
    return readWorkbook(bytes, kind, bounds);
  }
  const { text, separator } = partedBy(decodeTable(bytes).text);
  return readCsv(text, separator, bounds);
}
