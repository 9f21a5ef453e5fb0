import { join } from 'node:path';
import type { Worker } from 'node:worker_threads';
import { startThread } from './thread';
import type { PdfMade, PdfTask } from './pdf-worker';
import type { HandInPage } from './rich-text-pdf';

const WORKER = join(__dirname, 'pdf-worker');

/** Makes PDFs in a thread of its own, one after another, so that nobody else waits for the layout. */
export function pdfMaker() {
  let worker: Worker | null = null;
  let count = 0;
  return {
    make(page: HandInPage): Promise<Buffer> {
      const thread = (worker ??= startThread(WORKER));
      const id = count++;
      return new Promise((done, failed) => {
        const over = (error: Error) => failed(error);
        thread.once('error', over);
        const made = (answer: PdfMade) => {
          if (answer.id !== id) return;
          thread.off('message', made);
          thread.off('error', over);
          if ('bytes' in answer) done(Buffer.from(answer.bytes));
          else failed(new Error(answer.failed));
        };
        thread.on('message', made);
        thread.postMessage({ id, page } satisfies PdfTask);
      });
    },
    async end(): Promise<void> {
      await worker?.terminate();
    },
  };
}

export type PdfMaker = ReturnType<typeof pdfMaker>;
