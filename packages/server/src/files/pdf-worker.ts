import { parentPort } from 'node:worker_threads';
import { handInPdf, type HandInPage } from './rich-text-pdf';

/** A page to make, and what came of it. */
export interface PdfTask {
  id: number;
  page: HandInPage;
}
export type PdfMade = { id: number; bytes: Uint8Array } | { id: number; failed: string };

parentPort!.on('message', ({ id, page }: PdfTask) => {
  handInPdf(page).then(
    (bytes) => parentPort!.postMessage({ id, bytes } satisfies PdfMade),
    (error: unknown) => parentPort!.postMessage({ id, failed: String(error) } satisfies PdfMade),
  );
});
