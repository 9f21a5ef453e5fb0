import { join } from 'node:path';
import { startThread } from '../../files/thread';
import type { ReportDocument } from './report-document';
import type { ReportMade, ReportTask } from './report-worker';

const WORKER = join(__dirname, 'report-worker');

/** A report made into a page to print, a table or a workbook, in a thread of its own that ends with it: nobody else waits for it. */
export function makeReport(as: ReportTask['as'], documents: ReportDocument[]): Promise<Buffer> {
  const thread = startThread(WORKER);
  return new Promise<Buffer>((done, failed) => {
    thread.once('error', failed);
    thread.once('message', (answer: ReportMade) =>
      'bytes' in answer ? done(Buffer.from(answer.bytes)) : failed(new Error(answer.failed)),
    );
    thread.postMessage({ as, documents } satisfies ReportTask);
  }).finally(() => void thread.terminate());
}
