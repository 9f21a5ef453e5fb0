import { join } from 'node:path';
import { askThread } from './thread';
import type { Formulas, Sheet } from './workbook';

export const OPEN_DOCUMENT_SHEET = 'application/vnd.oasis.opendocument.spreadsheet';
const WORKER = join(__dirname, 'open-document-worker');
const READ_WITHIN_MS = 15_000;
const WRITTEN_WITHIN_MS = 60_000;
const MOST_MEMORY_MB = 512;

/** What a thread is to make of a spreadsheet, and what it says. */
export type OdsTask = { sheets: readonly Sheet[] } | { bytes: Uint8Array; bounds: { rows: number; columns: number }; formulas: Formulas };
export type OdsReply = { bytes: Uint8Array } | { rows: string[][] } | { failed: string };

const ask = (task: OdsTask, longestMs: number) =>
  askThread<OdsReply, 'tooLarge'>(WORKER, task, { longestMs, memoryMb: MOST_MEMORY_MB, tooMuch: 'tooLarge' });

/**
 * The bytes of a spreadsheet of the open document format (ODS): values, formulas with what they came to, bold heads, formats of
 * numbers. The format can more, the library cannot: widths, hidden columns and what stays in sight, or from right to left, are
 * left out, and a hidden sheet is seen.
 */
export async function writeOds(sheets: readonly Sheet[]): Promise<Buffer> {
  const reply = await ask({ sheets }, WRITTEN_WITHIN_MS);
  if (reply === 'tooLarge' || !('bytes' in reply)) throw new Error(`no spreadsheet could be made: ${JSON.stringify(reply)}`);
  return Buffer.from(reply.bytes);
}

/**
 * The first sheet with anything on it as texts, one row for each row of the sheet. Read in a thread with bounds on its time and memory,
 * since a cell can be said to be there a million times.
 *
 * @returns null if these bytes are no such spreadsheet, `tooLarge` if it takes too much to read
 */
export async function readOds(
  bytes: Buffer,
  bounds: { rows: number; columns: number },
  formulas: Formulas = 'value',
): Promise<string[][] | null | 'tooLarge'> {
  const reply = await ask({ bytes: new Uint8Array(bytes), bounds, formulas }, READ_WITHIN_MS);
  return reply === 'tooLarge' ? reply : 'rows' in reply ? reply.rows : null;
}
