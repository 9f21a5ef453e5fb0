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

/**
 * Asks a thread that is started for this one question and says one thing.
 *
 * @param file of the thread, without its ending; it finds the question in `workerData`
 * @returns what it says, or `tooMuch` where it takes too long or too much memory
 * @example askThread(join(__dirname, 'preview-worker'), path, { longestMs: 15_000, memoryMb: 256, tooMuch: null })
 */
export async function askThread<Reply, TooMuch>(
  file: string,
  question: unknown,
  { longestMs, memoryMb, tooMuch }: { longestMs: number; memoryMb: number; tooMuch: TooMuch },
): Promise<Reply | TooMuch> {
  const worker = startThread(file, { workerData: question, resourceLimits: { maxOldGenerationSizeMb: memoryMb } });
  let end: ReturnType<typeof setTimeout> | undefined;
  try {
    return await new Promise<Reply | TooMuch>((done) => {
      worker.once('message', done);
      worker.once('error', () => done(tooMuch));
      end = setTimeout(() => done(tooMuch), longestMs);
    });
  } finally {
    clearTimeout(end);
    await worker.terminate();
  }
}
