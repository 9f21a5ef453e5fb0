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

/** How many threads answer single questions at once: more would take the machine from everybody else. */
const MOST_AT_ONCE = 2;
let running = 0;
const waiting: (() => void)[] = [];
/** Waits for a place; whoever leaves one hands it to the next. */
async function inTurn<Result>(work: () => Promise<Result>): Promise<Result> {
  if (running < MOST_AT_ONCE) running += 1;
  else await new Promise<void>((turn) => waiting.push(turn));
  try {
    return await work();
  } finally {
    const next = waiting.shift();
    if (next) next();
    else running -= 1;
  }
}

/**
 * Asks a thread that is started for this one question and says one thing; a few at a time, in their turn.
 *
 * @param file of the thread, without its ending; it finds the question in `workerData`
 * @returns what it says, or `tooMuch` where it takes too long or too much memory
 * @example askThread(join(__dirname, 'preview-worker'), path, { longestMs: 15_000, memoryMb: 256, tooMuch: null })
 */
export const askThread = <Reply, TooMuch>(file: string, question: unknown, bounds: Bounds<TooMuch>): Promise<Reply | TooMuch> =>
  inTurn(() => askNow<Reply, TooMuch>(file, question, bounds));

interface Bounds<TooMuch> {
  longestMs: number;
  memoryMb: number;
  tooMuch: TooMuch;
}
async function askNow<Reply, TooMuch>(
  file: string,
  question: unknown,
  { longestMs, memoryMb, tooMuch }: Bounds<TooMuch>,
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
