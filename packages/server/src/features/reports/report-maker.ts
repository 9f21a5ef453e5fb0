import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { ReportDocument } from './report-document';
import type { ReportMade, ReportTask } from './report-worker';

// The built file, also where this one runs from its source: a thread is started from a file of its own.
const WORKER = join(__dirname, '../../../dist/features/reports/report-worker.js');

/** A report made into a page to print, a table or a workbook, in a thread of its own that ends with it: nobody else waits for it. */
export function makeReport(as: ReportTask['as'], documents: ReportDocument[]): Promise<Buffer> {
  const thread = new Worker(WORKER);
  return new Promise<Buffer>((done, failed) => {
    thread.once('error', failed);
    thread.once('message', (answer: ReportMade) =>
      'bytes' in answer ? done(Buffer.from(answer.bytes)) : failed(new Error(answer.failed)),
    );
    thread.postMessage({ as, documents } satisfies ReportTask);
  }).finally(() => void thread.terminate());
}
