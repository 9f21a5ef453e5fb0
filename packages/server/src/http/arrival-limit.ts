import type { RequestHandler } from 'express';

const MINUTE = 60_000;
/** What arrives in one piece arrives in this time, or its line is ended: nobody holds lines by sending a letter a minute. */
export const ARRIVES_WITHIN_MS = 5 * MINUTE;
/** A large archive over a slow line takes longer. */
export const ARCHIVE_ARRIVES_WITHIN_MS = 12 * 60 * MINUTE;

/** Ends lines on which a request does not arrive. @param timeFor how long one may take */
export const arrivalLimit =
  (timeFor: (method: string, path: string) => number): RequestHandler =>
  (req, _res, next) => {
    const timer = setTimeout(
      () => {
        if (!req.complete) req.destroy();
      },
      timeFor(req.method, req.path),
    );
    timer.unref();
    req.once('close', () => clearTimeout(timer));
    next();
  };

export const timeToArrive = (method: string, path: string): number =>
  method === 'POST' && path === '/api/archives' ? ARCHIVE_ARRIVES_WITHIN_MS : ARRIVES_WITHIN_MS;
