import { execFileSync } from 'node:child_process';

/** What somebody can read and copy out of a PDF. @param options of pdftotext, `-layout` to keep what stands beside each other so */
export const textOfPdf = (bytes: Buffer, ...options: string[]): string =>
  execFileSync('pdftotext', [...options, '-', '-'], { input: bytes }).toString();
