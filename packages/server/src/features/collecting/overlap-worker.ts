import { overlapOf, readForOverlap, type Overlap } from '@jolly/core';
import { parentPort, workerData } from 'node:worker_threads';

/** What is compared: the present pieces with each other and with earlier ones; earlier ones not with each other. */
export interface OverlapTask {
  texts: { text: string; earlier: boolean }[];
  given: string[];
}
export type OverlapNews = { done: number } | { found: Overlap[] };

/** Fewer shared words than this are not worth looking at. */
const LEAST_SHARED = 8;
const MOST_PAIRS = 500;

const { texts, given } = workerData as OverlapTask;
const say = (news: OverlapNews) => parentPort!.postMessage(news);
const read = texts.map(({ text }, index) => readForOverlap(String(index), text, given));
const found: Overlap[] = [];
for (const [index, one] of read.entries()) {
  if (!texts[index]!.earlier)
    for (const [other, another] of read.entries()) {
      if (other <= index && !texts[other]!.earlier) continue;
      const overlap = overlapOf(one, another);
      if (overlap && Math.max(overlap.sharedA, overlap.sharedB) >= LEAST_SHARED) found.push(overlap);
    }
  say({ done: index + 1 });
}
const share = ({ sharedA, wordsA, sharedB, wordsB }: Overlap) => Math.max(sharedA / Math.max(1, wordsA), sharedB / Math.max(1, wordsB));
say({ found: found.sort((a, b) => share(b) - share(a)).slice(0, MOST_PAIRS) });
