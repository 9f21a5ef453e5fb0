import { join } from 'node:path';
import type { FileWords } from '../contract';
import { askThread } from './thread';

const WORKER = join(__dirname, 'preview-worker');
const LONGEST_MS = 15_000;
const MOST_MEMORY_MB = 256;
/** Larger files are for downloading. */
const LARGEST_BYTES = 20_000_000;

/**
 * The words or cells of a file: text and code in any encoding, word-processor files, spreadsheets. Read in a thread
 * with bounds on its memory and time, so that a file made to choke a reader chokes only that.
 */
export async function fileWords({ path, size }: { path: string; size: number }): Promise<FileWords> {
  if (size > LARGEST_BYTES) return { kind: 'none', why: 'tooLarge' };
  return askThread<FileWords, FileWords>(WORKER, path, {
    longestMs: LONGEST_MS,
    memoryMb: MOST_MEMORY_MB,
    tooMuch: { kind: 'none', why: 'tooLarge' },
  });
}
