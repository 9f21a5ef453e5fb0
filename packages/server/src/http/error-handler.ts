import { RuleError } from '@jolly/core';
import type { ErrorRequestHandler, RequestHandler } from 'express';
import { MulterError } from 'multer';
import type { ProblemReply } from '../contract';
import { translateDbError } from '../db/translate-db-error';
import { speaking } from '../words';
import { languageOf } from './language';
import { Problem } from './problem';

function known(error: unknown): Problem | null {
  const translated = translateDbError(error);
  if (translated instanceof Problem) return translated;
  if (error instanceof MulterError) return new Problem(error.code === 'LIMIT_FILE_SIZE' ? 'file.tooLarge' : 'request.malformed');
  // Of the core's broken promises the one that a person can bring about, by closing the school for years.
  if (error instanceof RuleError && error.code === 'calendar.no-school-days') return new Problem('calendar.noSchoolDays');
  // An address that is no text (%ff) leads nowhere.
  if (error instanceof URIError) return new Problem('thing.unknown');
  const { type, code, status } = (error ?? {}) as { type?: string; code?: string; status?: number };
  if (type === 'entity.too.large') return new Problem('request.tooLarge');
  if (type === 'entity.parse.failed' || type === 'encoding.unsupported' || type === 'charset.unsupported')
    return new Problem('request.malformed');
  // No room on the disk, or none left for whoever runs the server.
  if (code === 'ENOSPC' || code === 'EDQUOT' || code === 'EFBIG') return new Problem('server.diskFull');
  // What the framework itself calls the sender's fault.
  if (status !== undefined && status >= 400 && status < 500) return new Problem(status === 404 ? 'route.unknown' : 'request.malformed');
  return null;
}

/** The last middleware: known failures keep code and status, others are logged whole and shown as `internal`. */
export const errorHandler: ErrorRequestHandler = (error, req, res, _next) => {
  let problem = known(error);
  if (!problem) {
    req.log?.error({ err: error }, 'unexpected');
    problem = new Problem('internal');
  }
  if (res.headersSent) {
    res.destroy();
    return;
  }
  // What nobody is going to read must not keep the line.
  if (!req.complete) res.set('Connection', 'close');
  const { errors, current } = problem.more;
  const shown = problem;
  const title = speaking(languageOf(req), () => shown.title);
  const reply: ProblemReply = {
    type: problem.code,
    title,
    status: problem.status,
    ...(errors ? { errors } : {}),
    ...(current === undefined ? {} : { current }),
    ...(req.id === undefined ? {} : { requestId: String(req.id) }),
  };
  res.status(problem.status).type('application/problem+json').send(JSON.stringify(reply));
};

export const unknownRoute: RequestHandler = () => {
  throw new Problem('route.unknown');
};
