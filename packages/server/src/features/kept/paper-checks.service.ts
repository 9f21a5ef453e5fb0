import { isPaper } from '@jolly/core';
import type { PaperCheck } from '../../contract';
import type { FileStore } from '../../files/file-store';
import type { Flattening } from '../../files/flattening';
import { Problem } from '../../http/problem';
import type { KeptFilesService } from './kept-files.service';

interface Collaborators {
  keptFiles: KeptFilesService;
  fileStore: FileStore;
  flattening: Flattening;
}
/** So many answers are remembered; the same bytes always have the same. */
const MOST_KNOWN = 1000;

/** Whether files can be written on: asked before students have one, not when the first of them hands it in. */
export function paperChecksService({ keptFiles, fileStore, flattening }: Collaborators) {
  const known = new Map<string, number>();

  async function check({ fingerprint, mediaType }: { fingerprint: string; mediaType: string }): Promise<PaperCheck> {
    if (!isPaper(mediaType)) throw new Problem('paper.notPaper');
    const before = known.get(fingerprint);
    if (before !== undefined) return { pages: before };
    const bytes = await fileStore.at(fingerprint);
    if (!bytes) throw new Problem('file.gone');
    const pages = await flattening.check(bytes.path, mediaType);
    known.set(fingerprint, pages);
    for (const old of known.keys()) if (known.size > MOST_KNOWN) known.delete(old);
    return { pages };
  }

  return {
    /** @throws Problem `paper.notPaper`, `paper.locked`, `paper.broken`, `paper.tooManyPages` */
    check,

    /** The same of files that somebody put up. */
    async require(fileIds: readonly string[]): Promise<void> {
      for (const bytes of await keptFiles.bytesOf(fileIds)) await check(bytes);
    },
  };
}

export type PaperChecksService = ReturnType<typeof paperChecksService>;
