import { extname, join } from 'node:path';
import { Worker, type WorkerOptions } from 'node:worker_threads';

const ENDING = extname(__filename);
const FROM_SOURCE = join(__dirname, '../../from-source.cjs');

/**
 * Starts a thread from one of our files. Where the server runs from its source the thread does too, else both are built.
 *
 * @param file without its ending
 * @example startThread(join(__dirname, 'pdf-worker'))
 */
export function startThread(file: string, options: WorkerOptions = {}): Worker {
  return new Worker(`${file}${ENDING}`, ENDING === '.ts' ? { ...options, execArgv: ['--require', FROM_SOURCE] } : options);
}
