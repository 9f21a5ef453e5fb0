import type { Request, RequestHandler } from 'express';
import multer, { MulterError } from 'multer';
import { fieldProblem } from '../http/field-problems';
import { Problem } from '../http/problem';
import { readMultipart } from './take-file';

export const LARGEST_TABLE = 8_000_000;

/** Takes one small file into memory: a roster, a calendar, a bundle. Nothing of it is stored. */
export function takeTable(): RequestHandler {
  const take = readMultipart(
    multer({ storage: multer.memoryStorage(), limits: { fileSize: LARGEST_TABLE, files: 1, fields: 2, fieldSize: 200_000 } }).single(
      'file',
    ),
  );
  return (req, res, next) =>
    take(req, res, (error: unknown) =>
      next(error instanceof MulterError && error.code === 'LIMIT_FILE_SIZE' ? new Problem('roster.fileTooLarge') : error),
    );
}

/** @throws Problem `request.malformed` if no file came along */
export function tableOf(req: Request): Buffer {
  if (!req.file) throw new Problem('request.malformed', { errors: [fieldProblem('file', 'fileNeeded')] });
  return req.file.buffer;
}

/** What came along with the file, as the route's body. @throws Problem `request.malformed` */
export function tableOptions(req: Request): unknown {
  const { options } = (req.body ?? {}) as { options?: unknown };
  if (options === undefined) return {};
  try {
    return JSON.parse(String(options));
  } catch {
    throw new Problem('request.malformed', { errors: [fieldProblem('options', 'notJson')] });
  }
}
