import express, { type RequestHandler } from 'express';
import { Problem } from './problem';

/** Whoever sends more slowly than this is not writing a piece. */
const LONGEST_MS = 30_000;

export interface JsonBody {
  signedIn: RequestHandler;
  anonymous: RequestHandler;
}

/**
 * Reads a JSON body, in bounded size and time. It comes after the question who may, so that nobody who may not can keep the
 * server busy with a body.
 * Of somebody who is not signed in that is a form with a code and a password.
 */
export function jsonBody(): JsonBody {
  const bounded =
    (parse: RequestHandler): RequestHandler =>
    (req, res, next) => {
      let over = false;
      const timer = setTimeout(() => {
        over = true;
        next(new Problem('request.slow'));
      }, LONGEST_MS);
      timer.unref();
      void parse(req, res, (error?: unknown) => {
        clearTimeout(timer);
        if (!over) next(error as Error | undefined);
      });
    };
  return { signedIn: bounded(express.json({ limit: '4mb' })), anonymous: bounded(express.json({ limit: '64kb' })) };
}
