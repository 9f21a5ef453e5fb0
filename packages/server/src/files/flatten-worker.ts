import { readFile } from 'node:fs/promises';
import { parentPort } from 'node:worker_threads';
import { MOST_PAPER_PAGES } from '@jolly/core';
import { flattenPaper, openPaper } from './flatten-paper';
import { notedPdf } from './noted-pdf';
import type { FlattenReply, FlattenTask } from './flattening';

/** Opens papers and makes flat ones of them, one after another, in a thread of its own. */
async function done(task: FlattenTask['what']): Promise<FlattenReply['made']> {
  const paper = await readFile(task.path);
  if (task.kind === 'check') {
    const pages = (await openPaper({ paper, mediaType: task.mediaType })).getPageCount();
    return pages > MOST_PAPER_PAGES ? { why: 'tooManyPages' } : { pages };
  }
  const font = await readFile(task.fontPath);
  if (task.kind === 'noted') return { bytes: await notedPdf({ ...task, paper, font }) };
  const stickers = await Promise.all(task.stickers.map(async ({ path, ...one }) => ({ ...one, bytes: await readFile(path) })));
  const bytes = await flattenPaper({ ...task, paper, stickers, font });
  return { bytes };
}

parentPort!.on('message', ({ id, what }: FlattenTask) => {
  done(what).then(
    (made) => parentPort!.postMessage({ id, made } satisfies FlattenReply),
    (error: Error) =>
      parentPort!.postMessage({
        id,
        made: { why: /encrypted/i.test(error.message) ? 'locked' : 'broken', message: error.message },
      } satisfies FlattenReply),
  );
});
