import { isOwnSticker, type PaperObject } from '@jolly/core';
import { Readable } from 'node:stream';
import type { PaperAt } from '../../contract';
import { safeFileName, type FileStore } from '../../files/file-store';
import type { Flattening } from '../../files/flattening';
import { Problem } from '../../http/problem';
import type { KeptFilesService } from '../kept/kept-files.service';
import type { Sight } from './sight';
import type { FlatPaper } from './work-records';
import type { WorksService } from './works.service';

interface Collaborators {
  works: WorksService;
  keptFiles: KeptFilesService;
  fileStore: FileStore;
  flattening: Flattening;
}

/** Makes of every paper of a work that something stands on the PDF that is handed in. */
export function flatPapers({ works, keptFiles, fileStore, flattening }: Collaborators) {
  async function pathOf(fingerprint: string): Promise<string> {
    const found = await fileStore.at(fingerprint);
    if (!found) throw new Problem('file.gone');
    return found.path;
  }

  /** The teacher's own stickers among these objects. */
  async function stickersOn(objects: readonly PaperObject[]): Promise<{ id: string; mediaType: string; path: string }[]> {
    const ids = new Set(objects.flatMap((one) => (one.kind === 'sticker' && !isOwnSticker(one.sticker) ? [one.sticker] : [])));
    const found: { id: string; mediaType: string; path: string }[] = [];
    for (const id of ids) {
      const sticker = await keptFiles.byId(id);
      if (sticker) found.push({ id, mediaType: sticker.file.mediaType, path: await pathOf(sticker.file.fingerprint) });
    }
    return found;
  }

  return async function flatten(workId: string, sight: Sight): Promise<FlatPaper[]> {
    const made: FlatPaper[] = [];
    for (const { attachmentId, studentId, version, fileId, objects } of await works.papersOf([workId])) {
      if (objects === 0) continue;
      const blank = (await works.file(fileId))!.file;
      const written = await works.written({ workId, attachmentId, studentId }, version);
      const title = sight.assignment.attachments.find((one) => one.id === attachmentId)?.title || blank.name;
      const bytes = await flattening.flatten({
        path: await pathOf(blank.fingerprint),
        mediaType: blank.mediaType,
        title,
        objects: written,
        stickers: await stickersOn(written),
      });
      const name = safeFileName(`${title.replace(/\.(pdf|png|jpe?g)$/i, '')}.pdf`);
      made.push({ attachmentId, studentId, version, file: { ...(await fileStore.keep(Readable.from(bytes))), name } });
    }
    return made;
  };
}

export type FlattenPapers = ReturnType<typeof flatPapers>;

/** Are these the papers as they stand now? Somebody may have written on while the PDFs were made. */
export const isPresent = (flat: readonly FlatPaper[], now: readonly (PaperAt & { objects: number })[]): boolean => {
  const written = now.filter((one) => one.objects > 0);
  return (
    written.length === flat.length &&
    written.every((one) =>
      flat.some(
        ({ attachmentId, studentId, version }) =>
          attachmentId === one.attachmentId && studentId === one.studentId && version === one.version,
      ),
    )
  );
};
