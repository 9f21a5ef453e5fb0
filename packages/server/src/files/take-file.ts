import type { Request, RequestHandler } from 'express';
import { PassThrough } from 'node:stream';
import multer, { MulterError, type StorageEngine } from 'multer';
import { fieldProblem } from '../http/field-problems';
import { Problem } from '../http/problem';
import { MOST_FILE_BYTES, safeFileName, type FileStore, type StoredBytes } from './file-store';

export type TakenFile = StoredBytes & { name: string };

/** A form that is not as it should be is the sender's fault; a full disk, a file too large, or our own failures stay what they are. */
export function readMultipart(read: RequestHandler): RequestHandler {
  return (req, res, next) =>
    void read(req, res, (error?: unknown) => {
      const known =
        error === undefined ||
        error instanceof Problem ||
        error instanceof MulterError ||
        typeof (error as { code?: unknown }).code === 'string';
      next(known ? error : new Problem('request.malformed'));
    });
}

/** Takes one uploaded file straight into the store while it arrives. @param most how many bytes it may have */
export function takeFile(store: FileStore, most = MOST_FILE_BYTES): RequestHandler {
  const storage: StorageEngine = {
    _handleFile: (_req, file, done) => {
      // A failure of the disk stays on this side: were it to reach the form's own stream, the answer would go out before what is
      // half written is gone.
      const arriving = new PassThrough();
      file.stream.once('error', (error) => arriving.destroy(error));
      file.stream.pipe(arriving);
      store.keep(arriving, { most }).then(
        (kept) => done(null, { kept: { ...kept, name: safeFileName(file.originalname) } } as never),
        (error: unknown) => done(error),
      );
    },
    // What is under its fingerprint may belong to somebody else too; nothing is removed here.
    _removeFile: (_req, _file, done) => done(null),
  };
  // One byte more than allowed, so that the store sees the excess and refuses instead of keeping a cut file.
  const limits = { fileSize: most + 1, files: 1, fields: 4, fieldSize: 1000 };
  const options = { storage, defParamCharset: 'utf8', limits };
  return readMultipart(multer(options).single('file'));
}

/** @throws Problem `request.malformed` if no file came, `file.empty` for one of no bytes */
export function takenFile(req: Request): TakenFile {
  const taken = (req.file as { kept?: TakenFile } | undefined)?.kept;
  if (!taken) throw new Problem('request.malformed', { errors: [fieldProblem('file', 'fileNeeded')] });
  if (taken.size === 0) throw new Problem('file.empty', { values: { name: taken.name } });
  return taken;
}
