import { asNameLines, MOST_COLUMNS, MOST_ROWS } from '@jolly/core';
import {
  decodeTable,
  decodeText,
  isZip,
  readCsv,
  readWorkbook,
  partedBy,
  TableError,
  unzip,
  workbookKind,
  type TableBounds,
} from '../../files/read-table';
import { Problem } from '../../http/problem';

/** What a file turned out to be: a table of cells as text, or the CSV files of a bundle by name. */
export type RosterFile =
  | { kind: 'table'; rows: string[][]; encoding: string | null }
  | { kind: 'bundle'; files: Map<string, string[][]>; encoding: string | null };

// A head, a note above it and one row too many, so that what is too long is seen to be.
const BOUNDS: TableBounds = { rows: MOST_ROWS + 3, columns: MOST_COLUMNS };

async function read(bytes: Buffer): Promise<RosterFile> {
  if (isZip(bytes)) {
    const entries = await unzip(bytes);
    const kind = workbookKind(entries);
    // What a formula came to is somebody's calculation and no name.
    if (kind !== null) return { kind: 'table', rows: await readWorkbook(bytes, kind, BOUNDS, 'text'), encoding: null };
    const files = new Map<string, string[][]>();
    let encoding: string | null = null;
    for (const entry of entries) {
      const name = entry.name.split('/').pop()!.toLowerCase();
      if (!name.endsWith('.csv') || entry.name.includes('__MACOSX')) continue;
      const decoded = decodeText(entry.bytes);
      encoding ??= decoded.encoding;
      files.set(name, readCsv(decoded.text, ',', BOUNDS));
    }
    if (files.size === 0) throw new TableError('notReadable');
    return { kind: 'bundle', files, encoding };
  }
  const decoded = decodeTable(bytes);
  const { text, separator } = partedBy(decoded.text);
  const rows = readCsv(text, separator, BOUNDS);
  return { kind: 'table', rows: (separator === ',' ? asNameLines(rows) : null) ?? rows, encoding: decoded.encoding };
}

/**
 * Reads what a teacher gave: lines or cells that were pasted, a CSV file, a workbook, or a bundle of CSV
 * files in a zip.
 * @throws Problem `roster.notReadable`, `roster.tooLarge`
 */
export async function readRosterFile(bytes: Buffer): Promise<RosterFile> {
  return read(bytes).catch((error: unknown) => {
    throw error instanceof TableError ? new Problem(error.why === 'tooLarge' ? 'roster.tooLarge' : 'roster.notReadable') : error;
  });
}
