import { isShownInline } from '../../files/file-store';
import { requireDrawable } from '../../files/drawable';
import { fileWords } from '../../files/file-words';
import { takenFile } from '../../files/take-file';
import { asTeacher } from '../../http/as-role';
import { Problem } from '../../http/problem';
import type { Route } from '../../http/route';
import type { KeptFilesService } from './kept-files.service';
import type { PaperChecksService } from './paper-checks.service';
import type { FetchingService } from '../pieces/fetching.service';
import type { FileStore } from '../../files/file-store';
import { fileParams, fileQuery, keepQuery } from '../../forms/params';

export const keptFileRoutes = ({
  keptFiles,
  fetching,
  fileStore,
  paperChecks,
}: {
  keptFiles: KeptFilesService;
  fetching: FetchingService;
  fileStore: FileStore;
  paperChecks: PaperChecksService;
}): Route[] => [
  {
    route: 'POST /api/files',
    action: 'file.keep',
    does: 'Puts up one file of up to 50 MB, to go with what you write; as a picture to stand in it, one that a phone can draw.',
    query: keepQuery,
    takesFile: true,
    status: 201,
    handle: ({ actor, req, query, now }) => {
      const file = takenFile(req);
      if (query.as === 'picture') requireDrawable(file);
      return keptFiles.keep(asTeacher(actor), file, now);
    },
  },
  {
    route: 'GET /api/files/:fileId',
    action: 'file.fetch',
    does: 'The bytes of a file; only harmless kinds are shown inline.',
    params: fileParams,
    query: fileQuery,
    repliesItself: true,
    handle: async ({ actor, params, query, now, res }) => {
      const file = await fetching.file(actor, params.fileId, now);
      const bytes = await fileStore.at(file.fingerprint);
      if (!bytes) throw new Problem('file.gone');
      const inline = query.as === 'inline' && isShownInline(file.mediaType);
      res.attachment(file.name);
      if (inline) res.set('Content-Disposition', String(res.get('Content-Disposition')).replace(/^attachment/, 'inline'));
      res.set({
        'Content-Type': inline
          ? file.mediaType === 'text/plain'
            ? 'text/plain; charset=utf-8'
            : file.mediaType
          : 'application/octet-stream',
        'Content-Security-Policy': "sandbox; default-src 'none'",
        'Cache-Control': file.passing ? 'private, no-cache' : 'private, max-age=3600, immutable',
        ETag: `"${file.fingerprint}"`,
      });
      // With ranges, so that sound and film can be heard from any moment.
      await new Promise<void>((done, failed) =>
        res.sendFile(bytes.path, { dotfiles: 'allow', cacheControl: false, lastModified: false }, (error) =>
          error && !res.headersSent ? failed(error) : done(),
        ),
      );
    },
  },
  {
    route: 'GET /api/files/:fileId/words',
    action: 'file.fetch',
    does: 'What a text, a word-processor file or a spreadsheet says, for showing it.',
    params: fileParams,
    handle: async ({ actor, params, now }) => {
      const file = await fetching.file(actor, params.fileId, now);
      const bytes = await fileStore.at(file.fingerprint);
      if (!bytes) throw new Problem('file.gone');
      return fileWords(bytes);
    },
  },
  {
    route: 'GET /api/files/:fileId/paper',
    action: 'file.fetch',
    does: 'Whether a PDF or a picture can be written on, and how many pages it has.',
    params: fileParams,
    handle: async ({ actor, params, now }) => paperChecks.check(await fetching.file(actor, params.fileId, now)),
  },
];
