import { parse } from 'csv-parse/sync';
import { promisify } from 'node:util';
import { fromBuffer, type Entry, type ZipFile } from 'yauzl';
import { readSheet } from './workbook';

/** A file that is no table, or too large a one; who asked for it says so in their own words. */
export class TableError extends Error {
  constructor(readonly why: 'notReadable' | 'tooLarge' | 'outside') {
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

// The separator that most of the first lines have most of; a line of a name with a comma is a pair.
export function separatorOf(text: string): ',' | ';' | '\t' {
  const lines = text.split(/\r\n|\r|\n/).slice(0, 20);
  const count = (separator: string) => lines.filter((line) => line.includes(separator)).length;
  const [tabs, semicolons, commas] = [count('\t'), count(';'), count(',')];
  if (tabs > 0 && tabs >= commas && tabs >= semicolons) return '\t';
  return semicolons > commas ? ';' : ',';
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
 * Everything in a zip, counted while it is unpacked: what it says of its size may be a lie.
 * @throws TableError `tooLarge`, `outside` for paths that lead out of it, or `notReadable` for what is no zip or is damaged
 */
export async function unzip(bytes: Buffer, most = { entries: MOST_ENTRIES, unpacked: LARGEST_UNPACKED }): Promise<Unpacked[]> {
  const open = promisify<Buffer, object, ZipFile>(fromBuffer as never);
  const zip = await open(bytes, { lazyEntries: true, validateEntrySizes: true }).catch(() => {
    throw new TableError('notReadable');
  });
  const found: Unpacked[] = [];
  let unpacked = 0;
  try {
    await new Promise<void>((done, failed) => {
      zip.on('error', failed);
      zip.on('end', done);
      zip.on('entry', (entry: Entry) => {
        if (entry.fileName.endsWith('/')) return zip.readEntry();
        if (found.length >= most.entries) return failed(new TableError('tooLarge'));
        zip.openReadStream(entry, (error, stream) => {
          if (error) return failed(error);
          const parts: Buffer[] = [];
          stream.on('data', (part: Buffer) => {
            unpacked += part.length;
            if (unpacked > most.unpacked) {
              stream.destroy();
              failed(new TableError('tooLarge'));
            } else parts.push(part);
          });
          stream.on('error', failed);
          stream.on('end', () => {
            found.push({ name: entry.fileName, bytes: Buffer.concat(parts) });
            zip.readEntry();
          });
        });
      });
      zip.readEntry();
    });
  } catch (error) {
    if (error instanceof TableError) throw error;
    // A name that leads out of the folder it is unpacked into.
    const outside = error instanceof Error && /(absolute|relative) path/.test(error.message);
    throw new TableError(outside ? 'outside' : 'notReadable');
  } finally {
    zip.close();
  }
  return found;
}

/** The first sheet with anything on it, one row for each row of the sheet. @throws TableError `notReadable` */
export async function readWorkbook(bytes: Buffer, bounds: TableBounds): Promise<string[][]> {
  const rows = await readSheet(bytes, bounds);
  if (rows === null) throw new TableError('notReadable');
  return rows;
}

export const isZip = (bytes: Buffer) => bytes.length > 4 && bytes[0] === 0x50 && bytes[1] === 0x4b;

/** Is it a workbook? Asked of what is in a zip. */
export const isWorkbook = (entries: readonly { name: string }[]): boolean => entries.some((entry) => entry.name === 'xl/workbook.xml');

/** Text that is a table: what has zeros in it is a picture, an old workbook or something else. @throws TableError */
export function decodeTable(bytes: Buffer): { text: string; encoding: string } {
  const decoded = decodeText(bytes);
  if (decoded.text.includes('\u0000')) throw new TableError('notReadable');
  return decoded;
}

/** The rows of a workbook, or of a text table whatever its separator and encoding. @throws TableError */
export async function readTable(bytes: Buffer, bounds: TableBounds): Promise<string[][]> {
  if (isZip(bytes)) {
    if (!isWorkbook(await unzip(bytes))) throw new TableError('notReadable');
    return readWorkbook(bytes, bounds);
  }
  const { text } = decodeTable(bytes);
  return readCsv(text, separatorOf(text), bounds);
}
