import { isBlank, plainText, type RichText } from '@jolly/core';
import { createHash } from 'node:crypto';

/** A text's own mark, by which it can be told from any other; null of one with nothing in it. */
export const fingerprintOf = (text: RichText | null): string | null =>
  isBlank(text) ? null : createHash('sha256').update(plainText(text)).digest('hex');

/** The number of a receipt: it follows from what was handed in, when, and in which version. */
export function receiptOf(workId: string, version: number, at: number, fingerprints: readonly (string | null)[]): string {
  const digest = createHash('sha256')
    .update(JSON.stringify([workId, version, at, fingerprints]))
    .digest('hex')
    .toUpperCase();
  return `${digest.slice(0, 4)}-${digest.slice(4, 8)}-${digest.slice(8, 12)}`;
}
