import type { Request, RequestHandler } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import { Problem } from './problem';
import type { Limit } from './route';

const TEN_MINUTES_MS = 600_000;

/**
 * Limits against guessing. Only failures count, so that a whole class behind one school address can sign
 * in or join at once.
 */
export function guessLimits({ signInTries, joinTries, mailTries }: { signInTries: number; joinTries: number; mailTries: number }): Record<Limit, RequestHandler> {
  const limit = (tries: number, key: (req: Request) => string, { onlyFailures = true } = {}) =>
    rateLimit({
      windowMs: TEN_MINUTES_MS,
      limit: tries,
      skipSuccessfulRequests: onlyFailures,
      standardHeaders: true,
      legacyHeaders: false,
      keyGenerator: key,
      handler: () => {
        throw new Problem('session.tooMany');
      },
    });
  const address = (req: Request) => ipKeyGenerator(req.ip ?? '');
  const userName = (req: Request) => String((req.body as { userName?: unknown } | undefined)?.userName ?? '').toLowerCase();
  return {
    signIn: limit(signInTries, (req) => `${address(req)} ${userName(req) || (req.session.userId ?? '')}`),
    secondStep: limit(signInTries, (req) => `${address(req)} ${req.session.secondStepFor ?? req.session.userId ?? ''}`),
    joinCode: limit(joinTries, address),
    mail: limit(mailTries, address, { onlyFailures: false }),
    // Guessing a calendar address is like guessing a join code.
    calendar: limit(joinTries, address),
  };
}
