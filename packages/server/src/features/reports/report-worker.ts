import { parentPort } from 'node:worker_threads';
import { FONT_FILES } from '../../files/page-fonts';
import type { ReportDocument } from './report-document';
import { reportHtml } from './report-html';
import { reportCsv, reportWorkbook } from './report-tables';

/** Documents to be made into a page to print, a table or a workbook, and what came of it. */
export interface ReportTask {
  as: 'html' | 'csv' | 'xlsx' | 'ods';
  documents: ReportDocument[];
}
export type ReportMade = { bytes: Uint8Array } | { failed: string };

async function make({ as, documents }: ReportTask): Promise<Buffer> {
  if (as === 'xlsx' || as === 'ods') return reportWorkbook(documents, as);
  // The mark in front tells spreadsheets that this is not the old encoding.
  if (as === 'csv') return Buffer.from(`\ufeff${reportCsv(documents)}`);
  return Buffer.from(reportHtml(documents[0]!, FONT_FILES));
}

parentPort!.on('message', (task: ReportTask) => {
  make(task).then(
    (bytes) => parentPort!.postMessage({ bytes } satisfies ReportMade),
    (error: unknown) => parentPort!.postMessage({ failed: String(error) } satisfies ReportMade),
  );
});
